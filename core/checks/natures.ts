import { memo } from '../memo'
import { pointOf, type Wire, type WireEnd } from '../harness'
import type { CheckContext } from './context'

/** What the point at a wire's end is, electrically. */
export type Nature = 'supply' | 'ground' | 'signal'

/** What a point is of itself; a joint is nothing of itself. */
export function natureOf({ resolved, terminal }: CheckContext, { device, point }: WireEnd): Nature | undefined {
  if (device !== undefined && resolved.plan.joints[device]) return undefined
  const role = device === undefined ? resolved.pad(point)?.kind : terminal(device, point)?.role
  return role === 'video' ? 'signal' : role
}

/** What all points of a net are that wires end at. */
export const naturesOfNets = memo((context: CheckContext): Map<string, Set<Nature>> => {
  const found = new Map<string, Set<Nature>>()
  for (const wire of context.circuit.wires) {
    const name = context.circuit.netOf(wire)
    const natures = found.get(name) ?? new Set()
    for (const nature of [natureOf(context, wire.from), natureOf(context, wire.to)]) if (nature) natures.add(nature)
    found.set(name, natures)
  }
  return found
})

const naturesOf = (context: CheckContext, net: string): Set<Nature> => naturesOfNets(context).get(net) ?? new Set()

/**
 * The ends of a wire that joins points of unlike nature, the one of the nature asked for first. A joint
 * stands for what else meets in it.
 */
export function unlikeEnds(
  context: CheckContext,
  wire: Wire,
  nature: Nature,
): { end: WireEnd; other: WireEnd; with: Nature } | undefined {
  const [from, to] = [wire.from, wire.to].map((end) => natureOf(context, end) ?? natureBeyond(context, end, nature))
  if (from === undefined || to === undefined || from === to) return undefined
  if (natureOf(context, wire.from) === nature) return { end: wire.from, other: wire.to, with: to }
  return natureOf(context, wire.to) === nature ? { end: wire.to, other: wire.from, with: from } : undefined
}

/** What meets in a joint that is not of a nature, the gravest first. */
function natureBeyond(context: CheckContext, joint: WireEnd, nature: Nature): Nature | undefined {
  const there = naturesOf(context, context.circuit.net(pointOf(joint)))
  return (['supply', 'ground', 'signal'] as const).find((each) => each !== nature && there.has(each))
}
