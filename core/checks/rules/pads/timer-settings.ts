import type { Need } from '../../../catalogue'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, pairs, padUses, timerOf, timerSetting } from '../../places'

/** Whether one timer can serve both: like protocols with a rate in common. */
function agree(one: Need, other: Need): boolean {
  if (one.kind === 'led-data' && other.kind === 'led-data') return true
  if (one.kind !== 'pulse' || other.kind !== 'pulse') return false
  return one.protocol === other.protocol && Math.max(one.rate.min, other.rate.min) <= Math.min(one.rate.max, other.rate.max)
}

function* check(context: CheckContext): Iterable<Report> {
  const timed = padUses(context).filter(({ need }) => timerSetting(need.need))
  for (const [one, other] of pairs(timed)) {
    const timer = timerOf(one)
    if (timer !== timerOf(other) || agree(one.need.need, other.need.need)) continue
    const label = context.resolved.board.timers.find(({ id }) => id === timer)?.label ?? timer
    yield {
      subjects: [...aboutNeed(one.need), ...aboutNeed(other.need), `pad:${one.pad.id}`, `pad:${other.pad.id}`],
      fact: `${label} drives pad ${one.pad.label} for ${needName(one.need)}, ${timerSetting(one.need.need)}, and pad ${other.pad.label} for ${needName(other.need)}, ${timerSetting(other.need.need)}`,
      fixes: [one, other].map((use) => keepOff(use.need, `pad:${use.pad.id}`, `pad ${use.pad.label}`)),
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
