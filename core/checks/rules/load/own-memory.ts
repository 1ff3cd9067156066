import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const ownMemory: Rule = {
  meta: {
    id: 'LOD-08',
    family: 'load',
    severity: 'weigh',
    title: 'A log in the board’s own memory',
    why: 'Flash on the board is small and full after minutes; what comes later is lost, or written over what came first. A card lasts, but has to be taken out to be read.',
    reads: ['storage', 'messages', 'assignment'],
  },
  check: (context) => placeReports(context, 'LOD-08'),
}
