import type { Terminal } from '../../../catalogue'
import { formatVolts } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import type { Wire } from '../../../harness'

interface LevelEnd {
  who: string
  drives?: number
  bears?: number
}

function terminalEnd(name: string, terminal: Terminal | undefined): LevelEnd {
  const drives = terminal?.direction === 'out' || terminal?.direction === 'both' ? terminal.high : undefined
  return {
    who: `${terminal?.label ?? ''} of ${name}`,
    drives,
    bears: terminal?.direction === 'out' ? undefined : terminal?.maxIn,
  }
}

/** Both ends of a signal wire with what each drives and bears. */
export function levelEnds(context: CheckContext, wire: Wire): [LevelEnd, LevelEnd] {
  const near = terminalEnd(context.name(wire.from.device!), context.terminal(wire.from.device!, wire.from.point))
  if (wire.to.device) return [near, terminalEnd(context.name(wire.to.device), context.terminal(wire.to.device, wire.to.point))]
  const pin = context.resolved.pin(context.resolved.pad(wire.to.point)?.pin ?? '')
  return [near, { who: `pad ${wire.to.label}`, drives: pin?.level, bears: pin?.maxIn }]
}

function* check(context: CheckContext): Iterable<Report> {
  for (const wire of context.wires) {
    if (wire.kind !== 'signal' || wire.omitted) continue
    const ends = levelEnds(context, wire)
    for (const [from, to] of [ends, [ends[1], ends[0]] as const]) {
      if (from.drives === undefined || to.bears === undefined || from.drives <= to.bears) continue
      const drives = context.terminal(wire.from.device!, wire.from.point)?.direction
      if (from === ends[1] && drives === 'out') continue
      yield {
        subjects: [`wire:${wire.id}`, `device:${wire.from.device}`, ...(wire.need ? [`need:${wire.need}`] : [])],
        fact: `${from.who} drives ${formatVolts(from.drives)} into ${to.who}, which bears ${formatVolts(to.bears)}`,
      }
    }
  }
}

export const inputTolerance: Rule = {
  meta: {
    id: 'LVL-01',
    family: 'level',
    severity: 'stop',
    title: 'No 5 V output into an input that does not bear it',
    why: 'A 3.3 V input that is not made for 5 V conducts into its own supply and fails, at once or after some flights.',
    reads: ['wires', 'terminal levels', 'pins'],
  },
  check,
}
