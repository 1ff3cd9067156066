import { placeLabel } from '../../../plan'
import type { PlacedNeed } from '../../../suitability'
import { needName, type CheckContext, type Report, type Rule } from '../../context'
import { clashReports, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'PAD-04')
  const who = ({ need, placement }: PlacedNeed) => `${needName(need)} on ${placeLabel(placement.place, context.resolved.plan)}`
  yield* clashReports(
    context,
    'PAD-04',
    ({ one, other, thing }) => `${who(one)} and ${who(other)} want one DMA stream, ${thing.slice('dma:'.length)}`,
  )
}

export const dmaClash: Rule = {
  meta: {
    id: 'PAD-04',
    family: 'pads',
    severity: 'fix',
    title: 'No two features on one DMA stream',
    why: 'LED data and burst outputs are fed by a DMA stream each. When two want the same one, the second stays silent.',
    reads: ['pins', 'assignment'],
  },
  check,
}
