import { placeLabel } from '../../../plan'
import type { Placed } from '../../../suitability'
import { needName, type CheckContext, type Report, type Rule } from '../../context'
import { clashReports, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'PAD-03')
  const setting = ({ way }: Placed, thing: string) =>
    way.claims.flatMap((claim) => (claim.kind === 'alike' && claim.thing === thing ? [claim.as] : [])).join()
  const who = (placed: Placed, thing: string) =>
    `${placeLabel(placed.placement.place, context.resolved.plan)} for ${needName(placed.need)}, ${setting(placed, thing)}`
  yield* clashReports(context, 'PAD-03', ({ one, other, thing }) => {
    const timer = context.resolved.board.timers.find(({ id }) => thing === `timer:${id}`)
    return `${timer?.label ?? thing} drives ${who(one, thing)}, and ${who(other, thing)}`
  })
}

export const timerSettings: Rule = {
  meta: {
    id: 'PAD-03',
    family: 'pads',
    severity: 'fix',
    title: 'Outputs on one timer have one rate and one protocol',
    why: 'All outputs of a timer run at its one rate. A servo at a motor’s rate overheats; LED data at a servo’s rate stays dark.',
    reads: ['timers', 'assignment', 'needs'],
  },
  check,
}
