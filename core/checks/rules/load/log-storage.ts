import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const logStorage: Rule = {
  meta: {
    id: 'LOD-04',
    family: 'load',
    severity: 'weigh',
    title: 'A flight log lasts the flight',
    why: 'Flash on the board is small and full after minutes; what comes later is lost, or written over what came first. A card lasts, but has to be taken out to be read.',
    reads: ['storage', 'flight log', 'messages', 'motors', 'battery', 'assignment'],
  },
  check: (context) => placeReports(context, 'LOD-04'),
}
