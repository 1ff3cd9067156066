import { referTo } from '../../../plan'
import { lightHighShare } from '../../../protocols'
import { formatVolts } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire, causedBy } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, through, terminal, feeds, name } = context
  for (const wire of through) {
    if (wire.kind !== 'signal' || wire.to.device) continue
    const input = terminal(wire.from.device!, wire.from.point)
    const pin = resolved.pin(resolved.pad(wire.to.point)?.pin ?? '')
    if (!input || !pin || input.direction !== 'in') continue
    const need = wire.need === undefined ? undefined : resolved.need(wire.need)
    const fed = feeds.find(({ supply }) => supply.fitted.id === wire.from.device)?.source
    const wanted = need?.need.kind === 'led-data' && fed ? Math.max(lightHighShare * fed.max, input.minHigh ?? 0) : input.minHigh
    if (wanted === undefined || pin.level >= wanted) continue
    yield {
      subjects: [...aboutWire(wire), ...(wire.need === undefined ? [] : [referTo('need', wire.need)])],
      fact: `pad ${wire.to.label} gives ${formatVolts(pin.level)} high; ${name(wire.from.device!)} ${input.label} reads high from ${formatVolts(wanted)}`,
      ...causedBy(context, wire),
    }
  }
}

export const outputHigh: Rule = {
  meta: {
    id: 'LVL-02',
    family: 'level',
    severity: 'weigh',
    title: 'High level reaches what the input reads as high',
    why: 'A 3.3 V output on a 5 V part may be read as high one day and not the next: LED data wants 0.7 × its supply.',
    reads: ['terminals', 'pins', 'wires'],
  },
  check,
}
