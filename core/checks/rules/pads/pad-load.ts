import { formatAmps } from '../../../units'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, padUses } from '../../places'

function* check(context: CheckContext): Iterable<Report> {
  for (const { need, pad, pin } of padUses(context)) {
    const current = need.need.kind === 'buzzer' || need.need.kind === 'switch' ? need.need.current : 0
    if (current <= pin.drive) continue
    yield {
      subjects: [...aboutNeed(need), `pad:${pad.id}`],
      fact: `${needName(need)} takes ${formatAmps(current)}; pad ${pad.label} drives ${formatAmps(pin.drive)}`,
      fixes: [keepOff(need, `pad:${pad.id}`, `pad ${pad.label}`)],
    }
  }
}

export const padLoad: Rule = {
  meta: {
    id: 'PAD-06',
    family: 'pads',
    severity: 'stop',
    title: 'Load within the pad’s drive',
    why: 'A pin drives a few milliamperes. A buzzer or lamp on it burns the pin, and often the controller with it.',
    reads: ['pins', 'needs'],
  },
  check,
}
