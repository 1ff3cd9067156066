import { figure, plain } from '../units'
import type { PulseNeed } from '../catalogue'
import type { ControlOutput } from '../plan'

/** An output that passes a channel on as it is, and gives no pulses without one. */
export const passedOn = (channel: number): ControlOutput => ({
  by: 'channel',
  channel,
  low: 1000,
  middle: 1500,
  high: 2000,
  reversed: false,
  curve: 0,
  onLoss: 'none',
  powerUp: 'none',
})

const within = (value: number, low: number, high: number) => Math.min(high, Math.max(low, value))

/** Where a channel stands, −1 to 1, by its pulse: 1000 to 2000 µs are the ends. */
export const valueOfWidth = (width: number) => within((width - 1500) / 500, -1, 1)

/** Gentler around the middle: `(1 − c)·v + c·v³`, the same at −1, 0 and 1. */
const bent = (value: number, curve: number) => (1 - curve) * value + curve * value ** 3

/**
 * The pulse of an output, in µs: linear from its low end over its middle to its high end, behind reversal and curve.
 * @param value −1 to 1
 */
export function pulseOf({ low, middle, high, reversed, curve }: ControlOutput, value: number): number {
  const at = bent(within(reversed ? -value : value, -1, 1), curve / 100)
  return at < 0 ? middle + at * (middle - low) : middle + at * (high - middle)
}

/** Degrees or millimetres that a part goes to by a pulse, linear between the ends of its range; nothing where it moves nothing. */
export function travelOf({ range, moves }: PulseNeed, width: number): number | undefined {
  if (!moves) return undefined
  // A range without extent has one end.
  const share = range.max > range.min ? within((width - range.min) / (range.max - range.min), 0, 1) : 0
  return moves.from + share * (moves.to - moves.from)
}

/** The pulse that takes a part there, in µs. @param travel between its ends */
export function widthOfTravel({ range, moves }: PulseNeed, travel: number): number | undefined {
  if (!moves) return undefined
  return range.min + ((travel - moves.from) / (moves.to - moves.from)) * (range.max - range.min)
}

/** Whether a pulse makes a part do what it does by a threshold; nothing between the two at which it keeps what it did. */
export function triggered({ triggers }: PulseNeed, width: number): boolean | undefined {
  if (!triggers) return undefined
  if (width >= triggers.at) return true
  return width < triggers.at - triggers.hysteresis ? false : undefined
}

/** What a part does at a pulse, in words. @param width in µs; nothing where no pulses come */
export function effectOf(need: PulseNeed, width: number | undefined): string {
  if (width === undefined) return need.withoutPulse ?? 'gets no pulses'
  const on = triggered(need, width)
  if (need.triggers)
    return on === undefined ? `as before (near ${figure(need.triggers.at, 'µs')})` : on ? need.triggers.does : 'rests'
  const travel = travelOf(need, width)
  return travel === undefined ? figure(width, 'µs', 0) : `${plain(travel, 1)} ${need.moves!.unit}`.replace(' °', '°')
}
