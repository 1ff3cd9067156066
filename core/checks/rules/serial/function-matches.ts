import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'

function* check(context: CheckContext): Iterable<Report> {
  const { protocols, plan } = context.resolved
  for (const link of context.links) {
    const name = (id: string) => protocols[id]?.name ?? id
    if (link.board.protocol !== link.device.protocol) {
      yield {
        subjects: aboutLink(link),
        fact: `${link.port.label} is set to ${name(link.board.protocol)}; ${needName(link.need)} speaks ${name(link.device.protocol)}`,
        fixes: [
          {
            label: `Set ${link.port.label} to ${name(link.device.protocol)}`,
            edit: { type: 'port.set', port: link.port.id, settings: { protocol: link.device.protocol } },
          },
        ],
      }
    }
    const own = new Set([link.port.tx?.pin, link.port.rx?.pin])
    for (const wire of context.wires.filter((one) => one.need === link.need.key && !one.omitted)) {
      const pad = context.resolved.pad(wire.to.point)
      if (!pad || own.has(pad.pin)) continue
      yield {
        subjects: [`wire:${wire.id}`, ...aboutLink(link)],
        fact: `${wire.number} of ${needName(link.need)} is on pad ${pad.label}; its function is on ${link.port.label}`,
        fixes: [
          {
            label: `Move ${wire.number} to ${link.port.label}`,
            edit: { type: 'wire.set', wire: wire.id, override: withoutPad(plan.wires[wire.id]) },
          },
        ],
      }
    }
  }
}

function withoutPad(override: { pad?: string } | undefined) {
  const { pad: _, ...rest } = override ?? {}
  return Object.keys(rest).length ? { ...rest, pad: undefined } : null
}

export const functionMatches: Rule = {
  meta: {
    id: 'SER-03',
    family: 'serial',
    severity: 'fix',
    title: 'The port does what its device speaks',
    why: 'A port carries one function. Set to another one, or wired to another port, it sends and expects what the device does not understand.',
    reads: ['port settings', 'wires', 'device protocol'],
  },
  check,
}
