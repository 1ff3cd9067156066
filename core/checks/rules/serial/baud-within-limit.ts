import type { Rule } from '../../context'
import { placeReports, rateFixes } from '../../reports'

export const baudWithinLimit: Rule = {
  meta: {
    id: 'SER-05',
    family: 'serial',
    severity: 'fix',
    title: 'Rate within the port’s limit',
    why: 'Past its limit a port loses bits. Software ports are the usual case: each bit is timed by the processor, which cannot keep up beyond the stated rate.',
    reads: ['port limits', 'port settings'],
  },
  check: (context) => placeReports(context, 'SER-05', (placed) => rateFixes(context, placed.need.key)),
}
