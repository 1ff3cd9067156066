import type { ResolvedPlan } from '../plan'
import { pointOf } from './points'
import type { Wire, WireEnd } from './wires'

/**
 * The wires as they lead from end to end, as if no splice, rail or lead stood between: a wire to a joint is there once for
 * each end that is joined with its own through it, under its own id and number. A wire that starts at a joint is told by these and not by itself.
 */
export function throughJoints({ plan }: ResolvedPlan, wires: readonly Wire[]): Wire[] {
  const isJoint = ({ device }: WireEnd) => device !== undefined && Object.hasOwn(plan.joints, device)
  const there = wires.filter(({ omitted }) => !omitted)
  const atJoint = new Map<string, WireEnd[]>()
  const meet = (joint: string, end: WireEnd) => atJoint.set(joint, [...(atJoint.get(joint) ?? []), end])
  for (const { from, to } of there) {
    if (isJoint(to)) meet(to.device!, from)
    if (isJoint(from)) meet(from.device!, to)
  }
  /** All ends that are no joints and meet in one, through others too. */
  const beyond = (joint: string, seen: Set<string>): WireEnd[] => {
    if (seen.has(joint)) return []
    seen.add(joint)
    return (atJoint.get(joint) ?? []).flatMap((end) => (isJoint(end) ? beyond(end.device!, seen) : [end]))
  }
  return there.flatMap((wire) => {
    if (isJoint(wire.from)) return []
    if (!isJoint(wire.to)) return [wire]
    const ends = new Map(beyond(wire.to.device!, new Set()).map((end) => [pointOf(end), end]))
    ends.delete(pointOf(wire.from))
    return [...ends.values()].map((to) => ({ ...wire, to }))
  })
}
