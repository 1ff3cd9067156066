import { bears, gaugeFor, wireRating, type Load } from '../electrics'
import type { ResolvedPlan } from '../plan'
import { powerTree } from './power'
import type { Wire, WireEnd } from './wires'

/** What flows through wires that are parallel shifts as they get thicker; a few rounds settle it. */
const rounds = 4

/**
 * Where wires were added or led elsewhere by hand, other currents flow than those the plan was made for: each wire
 * of which nobody gave the gauge is made as thick as what flows through it takes.
 */
export function asThickAsItTakes(resolved: ResolvedPlan, wires: Wire[], planned: ReadonlyMap<string, WireEnd>): Wire[] {
  const { extras, wires: set } = resolved.plan
  const changed = Object.keys(extras).length > 0 || Object.values(set).some(({ end, omitted }) => end ?? omitted)
  if (!changed) return wires
  const asPlanned = wires.flatMap((wire) => {
    const to = planned.get(wire.id)
    return to ? [{ ...wire, to, omitted: false }] : []
  })
  const { flows: before } = powerTree(resolved, asPlanned)
  /** What flows through a wire by the plan alone was reckoned with as its gauge was chosen. */
  const isMore = (id: string, { peak }: Load) => peak > 1.001 * (before.get(id)?.peak ?? 0)
  const added = new Set(Object.keys(extras).filter((id) => set[id]?.gauge === undefined))
  // At first as thick as what it leads on, lest current is thought to go by another way round it.
  let made = wires.map((wire) => (added.has(wire.id) ? { ...wire, gauge: thickestOn(wires, wire, resolved) } : wire))
  for (let round = 0; round < rounds; round += 1) {
    const { flows } = powerTree(resolved, made)
    const last = made
    made = made.map((wire) => {
      const load = flows.get(wire.id)
      if (round === 0 && added.has(wire.id))
        return { ...wire, gauge: asItsOther(last, wire, resolved) ?? (load ? gaugeFor(load, wire.bursts) : thinnest) }
      if (
        !load ||
        !isMore(wire.id, load) ||
        wire.lead ||
        set[wire.id]?.gauge !== undefined ||
        bears(wireRating(wire.gauge, wire.bursts), load)
      )
        return wire
      return { ...wire, gauge: gaugeFor(load, wire.bursts) }
    })
    if (made.every((wire, at) => wire === last[at])) return made
  }
  return made
}

export const thinnest = 28

const jointsOf = ({ plan }: ResolvedPlan, { from, to }: Wire) =>
  [from, to].flatMap(({ device = '' }) => (Object.hasOwn(plan.joints, device) ? [device] : []))

/** Gauge of the wire that another but lengthens: the only one that it meets in a joint. */
function asItsOther(wires: Wire[], wire: Wire, resolved: ResolvedPlan): number | undefined {
  for (const joint of jointsOf(resolved, wire)) {
    const [other, ...more] = wires.filter(
      (each) => each.id !== wire.id && !each.omitted && jointsOf(resolved, each).includes(joint),
    )
    if (other && !more.length && !Object.hasOwn(resolved.plan.extras, other.id)) return other.gauge
  }
  return undefined
}

/** Gauge of the thickest of the wires that meet in the joints at a wire's ends, through further joints too. */
function thickestOn(wires: Wire[], wire: Wire, resolved: ResolvedPlan): number {
  const joints = new Set(jointsOf(resolved, wire))
  let met: Wire[] = []
  for (let count = -1; count < joints.size;) {
    count = joints.size
    met = wires.filter((each) => !each.omitted && jointsOf(resolved, each).some((joint) => joints.has(joint)))
    for (const each of met) for (const joint of jointsOf(resolved, each)) joints.add(joint)
  }
  return Math.min(wire.gauge, ...met.map(({ gauge }) => gauge))
}
