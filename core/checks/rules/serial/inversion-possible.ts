import type { Rule } from '../../context'
import { placeReports } from '../../reports'

export const inversionPossible: Rule = {
  meta: {
    id: 'SER-09',
    family: 'serial',
    severity: 'fix',
    title: 'Inversion only where the line can',
    why: 'Some receivers send with high and low exchanged. A line without an inverter reads every start bit as idle, and nothing arrives.',
    reads: ['port inverters', 'device settings'],
  },
  check: (context) => placeReports(context, 'SER-09'),
}
