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

/** Modes that keep a pin from being a bus line and something else at once. */
export function pinModes(board: Board, pin: string, use: string): [string, string][] {
  const onBus = [...board.i2c.map((bus) => [bus.sda, bus.scl]), ...board.can.map((bus) => [bus.high, bus.low])].flat()
  return onBus.includes(pin) ? [[`use:${pin}`, use]] : []
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
