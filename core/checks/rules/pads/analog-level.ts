import { formatVolts } from '../../../units'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, padUses } from '../../places'

function* check(context: CheckContext): Iterable<Report> {
  for (const { need, pad, pin } of padUses(context)) {
    if (need.need.kind !== 'analog') continue
    const limit = pin.functions.find((does) => does.as === 'analog')?.max ?? pin.level
    if (need.need.max <= limit) continue
    const destroys = need.need.max > pin.maxIn
    yield {
      severity: destroys ? 'stop' : 'fix',
      subjects: [...aboutNeed(need), `pad:${pad.id}`],
      fact: `${needName(need)} gives up to ${formatVolts(need.need.max)}; pad ${pad.label} measures up to ${formatVolts(limit)}${destroys ? ` and bears ${formatVolts(pin.maxIn)}` : ''}`,
      fixes: [keepOff(need, `pad:${pad.id}`, `pad ${pad.label}`)],
    }
  }
}

export const analogLevel: Rule = {
  meta: {
    id: 'PAD-09',
    family: 'pads',
    severity: 'fix',
    title: 'Analog level within the input',
    why: 'Above its range an analog input shows full scale whatever happens, and above what the pin bears it is destroyed.',
    reads: ['pins', 'needs'],
  },
  check,
}
