import { memo } from '../memo'
import { inputPoints, type Wire } from '../harness'
import type { FittedSupply, Place } from '../plan'
import type { RuleId } from '../suitability'
import type { CheckContext } from './context'
import { makersOf } from './makers'
import { naturesOfNets } from './natures'

/** Rules that leave unsaid what only follows from an upset net; once it is mended they may speak of what was so before. */
export const saidOnceMended: readonly RuleId[] = [
  'PWR-01',
  'PWR-02',
  'PWR-03',
  'PWR-04',
  'PWR-05',
  'PWR-06',
  'PWR-08',
  'PWR-09',
  'PWR-14',
]

/**
 * Nets that a short or a join of sources upsets, and all that regulators make from such: no figure of what hangs on them
 * means anything until the join is gone.
 */
const upsetNets = memo((context: CheckContext): ReadonlySet<string> => {
  const { circuit, resolved, sources } = context
  const upset = new Set([...naturesOfNets(context)].flatMap(([net, of]) => (of.has('ground') && of.has('supply') ? [net] : [])))
  const makers = new Set<string>()
  for (const { plus } of makersOf(context)) {
    const net = circuit.net(plus)
    if (makers.has(net)) upset.add(net)
    makers.add(net)
  }
  const pluses = new Map(resolved.supplies.map((supply) => [supply.key, inputPoints(supply.fitted.id, supply.supply).plus]))
  for (let count = -1; count < upset.size;) {
    count = upset.size
    for (const { plus, above, inputs } of sources) {
      const from = [above, ...inputs.map((key) => pluses.get(key))].filter((point) => point !== undefined)
      if (from.some((point) => upset.has(circuit.net(point)))) upset.add(circuit.net(plus))
    }
  }
  return upset
})

/** Whether what feeds a supply input is upset. */
export function isUpsetSupply(context: CheckContext, supply: FittedSupply): boolean {
  return upsetNets(context).has(context.circuit.netOfInput(supply))
}

/** Whether a wire's net is upset. */
export function isUpsetWire(context: CheckContext, wire: Wire): boolean {
  return upsetNets(context).has(context.circuit.netOf(wire))
}

/** Whether what a source gives is upset. */
export function isUpsetSource(context: CheckContext, place: Place): boolean {
  const source = context.sources.find((each) => each.place === place)
  return source !== undefined && upsetNets(context).has(context.circuit.net(source.plus))
}
