import { causedBy } from '../../reports'
import type { Wire } from '../../../harness'
import { placeLabel, referTo, type Edit } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'

/** The port line a pad is, if any. */
function portLine({ resolved }: CheckContext, pad: string) {
  const pin = resolved.pad(pad)?.pin
  if (pin === undefined) return undefined
  for (const port of resolved.board.ports) {
    // A pin that is both is whichever is wanted.
    if (port.tx?.pin === pin && port.rx?.pin === pin) return undefined
    if (port.tx?.pin === pin) return { port, line: 'tx' as const }
    if (port.rx?.pin === pin) return { port, line: 'rx' as const }
  }
  return undefined
}

function* check(context: CheckContext): Iterable<Report> {
  for (const link of context.links) {
    if (link.board.halfDuplex) continue
    const own = context.through.filter(({ need }) => need === link.need.key)
    for (const wire of own) yield* checkWire(context, wire)
  }
}

function* checkWire(context: CheckContext, wire: Wire): Iterable<Report> {
  const end = wire.to.device === undefined ? portLine(context, wire.to.point) : undefined
  const direction = context.terminal(wire.from.device!, wire.from.point)?.direction
  if (!end || (direction !== 'in' && direction !== 'out')) return
  if ((direction === 'out') === (end.line === 'rx')) return
  const both = direction === 'out' ? 'two outputs' : 'two inputs'
  const port = referTo('port', end.port.id)
  const edits = crossing(context, wire)
  yield {
    ...causedBy(context, wire),
    severity: direction === 'out' ? 'stop' : 'fix',
    subjects: [referTo('wire', wire.id), referTo('device', wire.from.device!), port, referTo('need', wire.need!)],
    fact: `${wire.number} joins ${wire.from.label} of ${context.name(wire.from.device!)} to ${end.line.toUpperCase()} of ${placeLabel(port, context.resolved.plan)}: ${both} meet`,
    fixes: edits.length ? [{ label: 'Cross the pair', edit: { type: 'several', label: `Cross ${wire.number}`, edits } }] : [],
  }
}

/** Takes away the pads chosen by hand for the wires of the need, so that they cross again. */
function crossing({ wires, resolved }: CheckContext, { need }: Wire): Edit[] {
  return wires
    .filter((wire) => wire.need === need && resolved.plan.wires[wire.id]?.end)
    .map(({ id }) => ({ type: 'wire.set', wire: id, unset: ['end'] }))
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
