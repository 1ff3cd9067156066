import { pointOf, type Wire } from '../harness'
import type { CheckContext } from './context'

/** Whether a wire was added, or led elsewhere, by hand. */
export function isByHand({ resolved: { plan } }: CheckContext, { id }: Wire): boolean {
  return Object.hasOwn(plan.extras, id) || plan.wires[id]?.end !== undefined
}

/**
 * Wires by hand that make two points one net: each of which alone parts them when it is taken away; where none does alone,
 * all that do together. None where the two meet as planned.
 */
export function joinersOf(context: CheckContext, one: string, other: string): Wire[] {
  const { circuit } = context
  const net = circuit.net(one)
  const inNet = circuit.wires.filter((wire) => circuit.netOf(wire) === net)
  const byHand = inNet.filter((wire) => isByHand(context, wire))
  const alone = byHand.filter((wire) => isParted(context, without(inNet, [wire]), one, other))
  if (alone.length) return alone
  return byHand.length && isParted(context, without(inNet, byHand), one, other) ? byHand : []
}

const without = (wires: readonly Wire[], less: readonly Wire[]) => wires.filter((wire) => !less.includes(wire))

/** Whether no way leads from one point to another along some wires. */
export function isParted({ circuit }: CheckContext, wires: readonly Wire[], one: string, other: string): boolean {
  const goal = circuit.node(other)
  const reached = new Set([circuit.node(one)])
  for (let count = -1; count < reached.size;) {
    count = reached.size
    for (const { from, to } of wires) {
      const ends = [circuit.node(pointOf(from)), circuit.node(pointOf(to))] as const
      if (reached.has(ends[0])) reached.add(ends[1])
      else if (reached.has(ends[1])) reached.add(ends[0])
    }
  }
  return !reached.has(goal)
}

/** What makes a join, with its verb: the joint in which the wires meet, or the wires. */
export function joinWords({ resolved: { plan } }: CheckContext, wires: readonly Wire[]): string {
  const jointsOf = ({ from, to }: Wire) =>
    [from.device, to.device].filter((device) => device !== undefined && Object.hasOwn(plan.joints, device))
  const [first, ...rest] = wires
  const shared = first && jointsOf(first).find((joint) => rest.every((wire) => jointsOf(wire).includes(joint)))
  const numbers = wires.map(({ number }) => number).join(', ')
  if (shared !== undefined && rest.length) return `${plan.joints[shared]!.name} (${numbers}) joins`
  return `${numbers} ${rest.length ? 'join' : 'joins'}`
}
