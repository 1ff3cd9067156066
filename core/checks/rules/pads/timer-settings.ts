import { placeLabel, splitKey } from '../../../plan'
import type { PlacedNeed } from '../../../suitability'
import { aboutPlaced, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepAway, placeReports } from '../../reports'

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
  // Told once for each timer, however many outputs of it are at odds.
  const atOdds = new Map<string, Set<PlacedNeed>>()
  for (const { rule, one, other, thing } of context.clashes)
    if (rule === 'PAD-03') atOdds.set(thing, new Set([...(atOdds.get(thing) ?? []), one, other]))
  for (const [thing, all] of atOdds) {
    const outputs = [...all]
    const words = outputs.map((placed) => who(placed, thing))
    yield {
      subjects: [...new Set(outputs.flatMap(aboutPlaced))],
      fact: `${timerName(context, thing.slice('timer:'.length))} drives ${words.slice(0, -1).join(', ')}, and ${words.at(-1)}`,
      fixes: outputs.map((placed) => keepAway(context, placed)),
    }
  }
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
