import type { CheckContext, Report, Rule } from '../../context'
import type { Wire } from '../../../harness'
import { placeLabel } from '../../../plan'

/** The port line a pad is, if any. */
function portLine({ resolved }: CheckContext, pad: string) {
  const pin = resolved.pad(pad)?.pin
  for (const port of resolved.board.ports) {
    if (port.tx?.pin === pin) return { port, line: 'tx' as const }
    if (port.rx?.pin === pin) return { port, line: 'rx' as const }
  }
  return undefined
}

function* check(context: CheckContext): Iterable<Report> {
  for (const link of context.links) {
    if (link.board.halfDuplex) continue
    for (const wire of context.wires.filter((one) => one.need === link.need.key && !one.omitted)) yield* checkWire(context, wire)
  }
}

function* checkWire(context: CheckContext, wire: Wire): Iterable<Report> {
  const end = portLine(context, wire.to.point)
  const direction = context.terminal(wire.from.device!, wire.from.point)?.direction
  if (!end || (direction !== 'in' && direction !== 'out')) return
  if ((direction === 'out') === (end.line === 'rx')) return
  const both = direction === 'out' ? 'two outputs' : 'two inputs'
  const label = placeLabel(`port:${end.port.id}`, context.resolved.plan)
  yield {
    subjects: [`wire:${wire.id}`, `device:${wire.from.device}`, `port:${end.port.id}`, `need:${wire.need}`],
    fact: `${wire.number} joins ${wire.from.label} of ${context.name(wire.from.device!)} to ${end.line.toUpperCase()} of ${label}: ${both} meet`,
    fixes: [
      { label: 'Cross the pair', edit: { type: 'several', label: `Cross ${wire.number}`, edits: crossing(context, wire) } },
    ],
  }
}

/** Takes away the pads chosen by hand for the wires of the need, so that they cross again. */
function crossing(context: CheckContext, wire: Wire) {
  return context.wires
    .filter((other) => other.need === wire.need && context.resolved.plan.wires[other.id]?.pad)
    .map((other) => {
      const { pad: _, ...rest } = context.resolved.plan.wires[other.id]!
      return [
        { type: 'wire.set' as const, wire: other.id, override: null },
        ...(Object.keys(rest).length ? [{ type: 'wire.set' as const, wire: other.id, override: rest }] : []),
      ]
    })
    .flat()
}

export const txMeetsRx: Rule = {
  meta: {
    id: 'SER-01',
    family: 'serial',
    severity: 'fix',
    title: 'A TX must meet an RX',
    why: 'Each end talks on TX and listens on RX. Two outputs on one wire drown each other and two inputs hear nothing; swapping the pair harms nothing and mends it.',
    reads: ['wires', 'terminal directions', 'port lines'],
  },
  check,
}
