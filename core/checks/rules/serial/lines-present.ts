import { linesTaken } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check({ resolved, links, wires }: CheckContext): Iterable<Report> {
  for (const link of links) {
    const lines = linesTaken(link.need.need, link.board)
    for (const line of lines.filter((one) => !link.port[one])) {
      yield {
        subjects: aboutLink(link),
        fact: `${needName(link.need)} needs ${line.toUpperCase()} of ${link.port.label}; revision ${resolved.board.revision} does not have it`,
        fixes: [
          {
            label: `Keep it off ${link.port.label}`,
            edit: { type: 'need.ban', need: link.need.key, place: link.placement.place },
          },
        ],
      }
    }
    for (const wire of wires.filter((one) => one.need === link.need.key && one.omitted)) {
      yield {
        subjects: [`wire:${wire.id}`, ...aboutLink(link)],
        fact: `${wire.number} (${wire.from.label}) of ${needName(link.need)} is left off, but the link needs it`,
        fixes: [{ label: `Fit ${wire.number}`, edit: { type: 'wire.set', wire: wire.id, override: { omitted: false } } }],
      }
    }
  }
}

export const linesPresent: Rule = {
  meta: {
    id: 'SER-07',
    family: 'serial',
    severity: 'fix',
    title: 'Each needed line is there',
    why: 'A link that asks and answers needs both lines. Without one of them questions go out unanswered, or answers come to questions nobody asked.',
    reads: ['port lines', 'wires', 'needs'],
  },
  check,
}
