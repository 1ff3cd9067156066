import { placeLabel, splitKey } from '../../../plan'
import type { PlacedNeed } from '../../../suitability'
import { needName, type CheckContext, type Report, type Rule } from '../../context'
import { clashReports, placeReports } from '../../reports'

/** A timer of the board, or the setting of a part that holds the rate of some of its outputs. */
function timerName({ resolved }: CheckContext, id: string): string {
  const [device, group] = splitKey(id)
  const part = resolved.device(device)
  const setting = part?.device.settings.find((each) => each.id === group)
  if (part && setting) return `${setting.label} of ${part.instance.name}`
  return resolved.board.timers.find((timer) => timer.id === id)?.label ?? id
}

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'PAD-03')
  const setting = ({ way }: PlacedNeed, thing: string) =>
    way.claims.flatMap((claim) => (claim.kind === 'alike' && claim.thing === thing ? [claim.as] : [])).join()
  const who = (placed: PlacedNeed, thing: string) =>
    `${placeLabel(placed.placement.place, context.resolved.plan)} for ${needName(placed.need)}, ${setting(placed, thing)}`
  yield* clashReports(context, 'PAD-03', ({ one, other, thing }) => {
    return `${timerName(context, thing.slice('timer:'.length))} drives ${who(one, thing)}, and ${who(other, thing)}`
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
