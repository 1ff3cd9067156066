import { memo } from '../memo'
import { boardId, type FittedSupply, type ResolvedPlan } from '../plan'
import type { Amps } from '../units'
import { plainCurrents } from './currents'
import { currentInto, feedersOf, type Feeder } from './feeders'

/** Share of a battery that is flown before landing. */
export const usableShare = 0.8

/** Minutes that a current can be drawn from a battery until it is time to land: 0.8 × capacity / current. @param capacity mAh */
export const minutesAt = (capacity: number, current: Amps): number =>
  current > 0 ? (usableShare * (capacity / 1000) * 60) / current : 0

/**
 * Current out of the battery hovering or cruising, with all that is in the fit-out on, at empty battery, when the
 * most flows. It does not hang on the allocation: a part that bears the battery counts as fed by it, another by the
 * first regulator that suits it.
 */
export const flightCurrent = memo((resolved: ResolvedPlan): Amps => {
  const { motors, supplies } = resolved
  const idle = plainCurrents(resolved, {}, 'typical')
  const board = feedersOf(resolved)
    .filter(({ rail, above, kind }) => rail && above === undefined && kind !== 'usb')
    .reduce((sum, { place }) => sum + idle.outOf(place), 0)
  const parts = eachOnce(supplies).reduce((sum, supply) => sum + fromBattery(resolved, supply), 0)
  return motors.count * motors.hover + board + parts
})

/** Inputs of devices, one of each group of alternatives. */
function eachOnce(supplies: FittedSupply[]): FittedSupply[] {
  const seen = new Set<string>()
  return supplies.filter(({ fitted, supply: { alternative } }) => {
    if (fitted.id === boardId) return false
    if (alternative === undefined) return true
    const group = `${fitted.id} ${alternative}`
    const first = !seen.has(group)
    seen.add(group)
    return first
  })
}

/** What a part draws on the battery for what it takes at an input, its motors not counted. */
function fromBattery(resolved: ResolvedPlan, { fitted, supply, main }: FittedSupply): Amps {
  const { motors, battery } = resolved
  const drive = main ? fitted.device.motors : undefined
  const own = supply.typical - (drive ? drive.count * motors.hover : 0)
  const feeders = feedersOf(resolved)
  if (battery.min >= supply.min && battery.max <= supply.max) return own
  let amps = own
  let at: Feeder | undefined = feeders.find(
    ({ regulates, reachable, owner, min, max }) =>
      regulates && reachable && owner !== fitted.id && min >= supply.min && max <= supply.max,
  )
  for (let steps = 0; at && steps < feeders.length; steps += 1) {
    const above: Feeder | undefined = feeders.find(({ place }) => place === at!.above)
    amps = currentInto(at, amps, above?.min ?? battery.min)
    at = above
  }
  return amps
}

/** Minutes in the air: the one figure that power, logs and papers tell. */
export const flightMinutes = (resolved: ResolvedPlan): number =>
  minutesAt(resolved.plan.battery.capacity, flightCurrent(resolved))
