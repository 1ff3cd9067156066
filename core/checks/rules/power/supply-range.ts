import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { voltsFixes } from '../../jumpers'
import { makersOn } from '../../makers'
import { causedBy, feedFixes, feedingByHand, suitingSources, supplyReports, wireBack } from '../../reports'
import { isUpsetSupply } from '../../upset'

function* check(context: CheckContext): Iterable<Report> {
  // What passes on nothing gives no volts, whatever it could give.
  const live = context.fed.filter(
    ({ supply }) => !isUpsetSupply(context, supply) && makersOn(context, context.circuit.netOfInput(supply)).length,
  )
  yield* supplyReports({ ...context, fed: live }, 'PWR-01', ({ supply }) => [
    ...voltsFixes(context, context.resolved.plan.supplies[supply.key]),
    ...feedFixes(context, supply, suitingSources(context, supply), ({ label }) => `Feed it from ${label}`),
  ])
  for (const feed of context.feeds) yield* asWired(context, feed)
}

/** Where wires join sources, or what passes its input on is fed by something else, other volts arrive than the source is known for. */
function* asWired(context: CheckContext, { supply: fitted, source }: CheckContext['feeds'][number]): Iterable<Report> {
  const { supply, unregulated } = fitted
  if (isUpsetSupply(context, fitted)) return
  const makers = makersOn(context, context.circuit.netOfInput(fitted))
  const [highest] = makers
  if (!highest || (source && source.min === highest.min && source.max === highest.max)) return
  const low = makers.length === 1 && (highest.min < supply.min || (unregulated && highest.min === highest.max))
  if (highest.max <= supply.max && !low) return
  const joiners = feedingByHand(context, fitted, highest.plus)
  yield {
    severity: highest.max > supply.max ? 'stop' : 'fix',
    subjects: [...aboutSupply(fitted), highest.place],
    fact: `${nameOf(fitted.fitted)}: by its wires ${highest.label} reaches it, with ${formatVolts(highest.max)}; it takes ${formatVolts(supply.min)} to ${formatVolts(supply.max)}`,
    fixes: joiners.flatMap((each) => wireBack(context, each)),
    ...causedBy(context, ...joiners),
  }
}

export const supplyRange: Rule = {
  meta: {
    id: 'PWR-01',
    family: 'power',
    severity: 'fix',
    title: 'Supply within the device’s range, battery full and empty',
    why: 'Too much voltage destroys the part at once. Too little makes it restart when the battery sags, usually in flight.',
    reads: ['supplies', 'battery', 'rails', 'wires'],
  },
  check,
}
