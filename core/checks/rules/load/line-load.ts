import type { Rule } from '../../context'
import { keepAway, placeReports, rateFixes } from '../../reports'

export const lineLoad: Rule = {
  meta: {
    id: 'LOD-01',
    family: 'load',
    severity: 'weigh',
    title: 'Messages within what the line carries',
    why: 'What does not fit is lost or late: above 70 % of a line there is no head room for bursts, above all of it messages are dropped.',
    reads: ['messages', 'link settings', 'port'],
  },
  check: (context) =>
    placeReports(context, 'LOD-01', (placed) => [...rateFixes(context, placed.need.key), keepAway(context, placed)]),
}
