import type { Wire } from '../../../harness'
import { referTo } from '../../../plan'
import { overdrives, pinLevels, terminalLevels } from '../../../suitability'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire, causedBy, wireBack } from '../../reports'

/** Both ends of a wire with what each drives and bears. */
function endsOf({ terminal, name, resolved }: CheckContext, { from, to }: Wire) {
  const levels = (device: string, point: string, label: string) =>
    terminalLevels(terminal(device, point), `${label} of ${name(device)}`)
  const near = levels(from.device!, from.point, from.label)
  if (to.device) return [near, levels(to.device, to.point, to.label)] as const
  const pin = resolved.pin(resolved.pad(to.point)?.pin ?? '')
  return [near, pinLevels(pin, terminal(from.device!, from.point), `pad ${to.label}`)] as const
}

function* check(context: CheckContext): Iterable<Report> {
  for (const wire of context.through) {
    if (wire.kind !== 'signal') continue
    const place = wire.need === undefined ? undefined : context.resolved.plan.assignment[wire.need]?.place
    for (const { text } of overdrives(...endsOf(context, wire))) {
      yield {
        subjects: [
          ...aboutWire(wire),
          ...(wire.need === undefined ? [] : [referTo('need', wire.need)]),
          ...(place ? [place] : []),
        ],
        fact: text,
        fixes: wireBack(context, wire),
        ...causedBy(context, wire),
      }
    }
  }
}

export const inputTolerance: Rule = {
  meta: {
    id: 'LVL-01',
    family: 'level',
    severity: 'stop',
    title: 'No 5 V output into an input that does not accept it',
    why: 'A 3.3 V input that is not made for 5 V conducts into its own supply and fails, at once or after some flights.',
    reads: ['wires', 'terminal levels', 'pins'],
  },
  check,
}
