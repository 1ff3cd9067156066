import type { Rule } from '../../context'
import { placeReports, rateFixes } from '../../reports'

export const achievableRate: Rule = {
  meta: {
    id: 'SER-06',
    family: 'serial',
    severity: 'weigh',
    title: 'Rate error within what a character allows',
    why: 'A port divides its clock and hits most rates only nearly. The error adds up over a character; past the tolerance the last bits are read wrong, now and then at first.',
    reads: ['port clock', 'port settings'],
  },
  check: (context) => placeReports(context, 'SER-06', (placed) => rateFixes(context, placed.need.key)),
}
