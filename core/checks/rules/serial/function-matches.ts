import { referTo } from '../../../plan'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check(context: CheckContext): Iterable<Report> {
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
    const own = new Set([link.port.tx?.pin, link.port.rx?.pin])
    for (const wire of context.wires.filter(({ need, omitted }) => need === link.need.key && !omitted)) {
      const pad = context.resolved.pad(wire.to.point)
      if (!pad || own.has(pad.pin)) continue
      yield {
        subjects: [referTo('wire', wire.id), ...aboutLink(link)],
        fact: `${wire.number} of ${needName(link.need)} is on pad ${pad.label}; its function is on ${link.port.label}`,
        fixes: [
          { label: `Move ${wire.number} to ${link.port.label}`, edit: { type: 'wire.set', wire: wire.id, unset: ['pad'] } },
        ],
      }
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
