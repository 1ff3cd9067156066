import { referTo } from '../../../plan'
import type { SerialLink } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { causedBy, endWords, placeReports } from '../../reports'
import { straysOf } from '../../strays'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'SER-03')
  const { protocols } = context.resolved
  for (const link of context.links) {
    const name = (id: string) => protocols[id]?.name ?? id
    if (link.board.protocol !== link.device.protocol) {
      yield {
        subjects: aboutLink(link),
        fact: `${link.port.label} is set to ${name(link.board.protocol)}; ${needName(link.need)} speaks ${name(link.device.protocol)}`,
        fixes: [
          {
            label: `Set ${link.port.label} to ${name(link.device.protocol)}`,
            edit: { type: 'link.set', need: link.need.key, end: 'board', set: { protocol: link.device.protocol } },
          },
        ],
      }
    }
    yield* elsewhere(context, link)
  }
}

/** Wires of a link that lead to another port's pad, or to none; two lines of its own port that are swapped are told as such. */
function* elsewhere(context: CheckContext, link: SerialLink): Iterable<Report> {
  const own = new Set([link.port.tx?.pin, link.port.rx?.pin])
  for (const { need, wire, wanted } of straysOf(context)) {
    if (need.key !== link.need.key || !wire || wire.omitted) continue
    const pin = wire.to.device === undefined ? context.resolved.pad(wire.to.point)?.pin : undefined
    if (pin !== undefined && own.has(pin) && !link.board.halfDuplex) continue
    yield {
      subjects: [referTo('wire', wire.id), ...aboutLink(link)],
      fact: `${wire.number} of ${needName(link.need)} is on ${endWords(context, wire.to)}; it belongs on ${wanted} of ${link.port.label}`,
      fixes: [{ label: `Move ${wire.number} to ${link.port.label}`, edit: { type: 'wire.set', wire: wire.id, unset: ['end'] } }],
      ...causedBy(context, wire),
    }
  }
}

export const functionMatches: Rule = {
  meta: {
    id: 'SER-03',
    family: 'serial',
    severity: 'fix',
    title: 'The port does what its device speaks',
    why: 'A port carries one function. Set to another one, or wired to another port, it sends and expects what the device does not understand.',
    reads: ['link settings', 'wires', 'device protocol'],
  },
  check,
}
