import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const softwarePort: Rule = {
  meta: {
    id: 'LOD-07',
    family: 'load',
    severity: 'weigh',
    title: 'Processor time of software ports',
    why: 'The processor times each bit of a software port itself. What must never be late does not belong on one.',
    reads: ['port kind', 'needs'],
  },
  check: (context) => placeReports(context, 'LOD-07'),
}
