import type { Board } from '../../catalogue'
import type { Reason } from '../verdict'

/**
 * Names of a pin's units: one, or one for each flight state where the pin
 * belongs to a port that may change its function on arming.
 */
export function pinUnits(board: Board, pin: string, during?: 'disarmed' | 'armed'): string[] {
  const shared = board.ports.some((port) => port.stateShared && (port.tx?.pin === pin || port.rx?.pin === pin))
  if (!shared) return [`pin:${pin}`]
  return during ? [`pin:${pin}@${during}`] : [`pin:${pin}@disarmed`, `pin:${pin}@armed`]
}

/** What a pin serves: one of the three at a time. */
export type PinRole = 'serial' | 'pad' | 'bus'

const roleOf = (as: string): PinRole =>
  as.startsWith('uart') ? 'serial' : as.startsWith('i2c') || as.startsWith('can') ? 'bus' : 'pad'

/**
 * The mode of a pin that can serve in more than one role. Bus lines are shared by
 * parts on the bus, so that the role and not the pin itself is what excludes; the
 * others gain from it because the search can settle the role before the need.
 */
export function pinModes(board: Board, pin: string, role: PinRole): [string, string][] {
  const functions = board.pins.find((one) => one.id === pin)?.functions ?? []
  return functions.some(({ as }) => roleOf(as) !== role) ? [[`role:${pin}`, role]] : []
}

/**
 * Modes of the board's exclusions that features switch: two features that exclude
 * each other ask for different values of one mode.
 */
export function featureModes(board: Board, features: string[]): [string, string][] {
  return board.exclusions.flatMap(({ features: [one, other] }, at): [string, string][] => [
    ...(features.includes(one) ? [[`exclusion:${at}`, 'one'] as [string, string]] : []),
    ...(features.includes(other) ? [[`exclusion:${at}`, 'other'] as [string, string]] : []),
  ])
}

/** What it costs to take a pin away from the feature that holds it by default. */
export function movedDefault(board: Board, pin: string, feature: string, label: string): Reason[] {
  const holder = board.pins.find((other) => other.id === pin)?.default
  if (!holder || holder.feature === feature) return []
  return [{ rule: 'PAD-05', text: `${label} is held by ${holder.feature} until that is moved or freed`, risk: 3 }]
}
