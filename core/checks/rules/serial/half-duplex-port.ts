import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ links }: CheckContext): Iterable<Report> {
  for (const link of links) {
    if (!link.device.halfDuplex || link.port.halfDuplex) continue
    yield {
      subjects: aboutLink(link),
      fact: `${needName(link.need)} talks both ways on one wire; ${link.port.label} cannot`,
      fixes: [
        { label: `Keep it off ${link.port.label}`, edit: { type: 'need.ban', need: link.need.key, place: link.placement.place } },
      ],
    }
  }
}

export const halfDuplexPort: Rule = {
  meta: {
    id: 'SER-08',
    family: 'serial',
    severity: 'fix',
    title: 'One-wire links only on ports that can turn round',
    why: 'On one wire each side must let go of the line while the other answers. A port that keeps driving it never hears a reply.',
    reads: ['port abilities', 'device settings'],
  },
  check,
}
