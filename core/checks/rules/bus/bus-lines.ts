import type { Rule } from '../../context'
import { strayReports } from '../../stray-reports'

export const busLines: Rule = {
  meta: {
    id: 'BUS-03',
    family: 'bus',
    severity: 'fix',
    title: 'Both lines of a bus wired, and not crossed',
    why: 'With one line missing, or the two swapped, no part on the bus answers; often the whole bus hangs.',
    reads: ['assignment', 'wires'],
  },
  check: (context) => strayReports(context, ['bus']),
}
