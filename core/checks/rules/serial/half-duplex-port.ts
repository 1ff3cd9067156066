import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const halfDuplexPort: Rule = {
  meta: {
    id: 'SER-08',
    family: 'serial',
    severity: 'fix',
    title: 'One-wire links only on ports that can turn round',
    why: 'On one wire each side must let go of the line while the other answers. A port that keeps driving it never hears a reply.',
    reads: ['port abilities', 'device settings'],
  },
  check: (context) => placeReports(context, 'SER-08'),
}
