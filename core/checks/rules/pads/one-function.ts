import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, pairs, padUses } from '../../places'

function* check(context: CheckContext): Iterable<Report> {
  for (const [one, other] of pairs(padUses(context))) {
    if (one.pin !== other.pin) continue
    yield {
      subjects: [...aboutNeed(one.need), ...aboutNeed(other.need), `pad:${one.pad.id}`],
      fact: `pad ${one.pad.label} is to serve ${needName(one.need)} and ${needName(other.need)}`,
      fixes: [one, other].map((use) => keepOff(use.need, `pad:${use.pad.id}`, `pad ${use.pad.label}`)),
    }
  }
  for (const use of padUses(context)) {
    const link = context.links.find(({ port, need, board }) => {
      const lines = board.halfDuplex
        ? [port.tx]
        : need.need.lines === 'both'
          ? [port.tx, port.rx]
          : [need.need.lines === 'to-device' ? port.tx : port.rx]
      return lines.some((line) => line?.pin === use.pin.id)
    })
    if (!link) continue
    yield {
      subjects: [...aboutNeed(use.need), ...aboutNeed(link.need), `pad:${use.pad.id}`, `port:${link.port.id}`],
      fact: `pad ${use.pad.label} is to serve ${needName(use.need)} and is a line of ${link.port.label} for ${needName(link.need)}`,
      fixes: [keepOff(use.need, `pad:${use.pad.id}`, `pad ${use.pad.label}`)],
    }
  }
}

export const oneFunction: Rule = {
  meta: {
    id: 'PAD-01',
    family: 'pads',
    severity: 'fix',
    title: 'One pad, one function',
    why: 'A pin does one thing at a time. The firmware gives it to one of the two and drops the other when it saves.',
    reads: ['assignment', 'pins'],
  },
  check,
}
