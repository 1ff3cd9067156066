import { isFlown, isOfCraft, type ResolvedPlan, type Spot } from '../plan'
import { batteryMass, copperMassPerMetre, type Grams } from '../units'
import { spotOf } from './airframe'
import type { Wire } from './wires'

/** Insulation adds about half the copper's mass on thin silicone wire. */
const insulated = 1.5

export function wireMass({ length, gauge }: Pick<Wire, 'length' | 'gauge'>): Grams {
  return (length / 1000) * copperMassPerMetre(gauge) * insulated
}

export interface MassReport {
  parts: { id: string; name: string; mass: Grams; spot: Spot }[]
  wires: Grams
  total: Grams
  /** Balance point of what is placed, in mm from the middle. */
  balance: Spot
}

/** Mass of board, battery, devices and wires, and their balance point; the airframe itself is not counted. */
export function massReport(resolved: ResolvedPlan, wires: Wire[]): MassReport {
  const { board, plan, devices, parts: all } = resolved
  const parts = [
    { id: 'board', name: board.name, mass: board.mass },
    { id: 'battery', name: 'Battery', mass: batteryMass(plan.battery) },
    ...[...devices.filter(isFlown), ...all.filter(({ id }) => plan.joints[id])].map(({ id, instance, device }) => ({
      id,
      name: instance.name,
      mass: device.mass,
    })),
  ].map((part) => ({ ...part, spot: spotOf(resolved, part.id) }))
  const copper = wires
    .filter((wire) => !wire.omitted && isOfCraft(resolved, wire.from, wire.to))
    .reduce((sum, wire) => sum + wireMass(wire), 0)
  const solid = parts.reduce((sum, part) => sum + part.mass, 0)
  const along = (axis: 'x' | 'y') => (solid ? parts.reduce((sum, part) => sum + part.mass * part.spot[axis], 0) / solid : 0)
  return { parts, wires: copper, total: solid + copper, balance: { x: along('x'), y: along('y') } }
}
