import { fits, wireDiameter, type Amps, type Volts } from '../units'

/** What flows on and on, and for moments at the most. */
export interface Load {
  /** At rest, hovering or cruising. */
  typical: Amps
  /** At the most, full throttle included. */
  peak: Amps
}
export type LoadKind = keyof Load
export const unloaded: Load = { typical: 0, peak: 0 }

/** Wire sizes that are chosen from, thinnest first. */
export const gauges = [28, 26, 24, 22, 20, 18, 16, 14, 12, 10, 8] as const

/**
 * Current a wire of a gauge carries without harm in a bundle: 10 A × d^1.5 (d in
 * mm), an eighth of the fusing current of copper (W. H. Preece, 1884: 80 A × d^1.5).
 */
export function ampacity(gauge: number): Amps {
  return 10 * wireDiameter(gauge) ** 1.5
}

/**
 * A wire of 20 AWG and thicker, lying by itself, bears three times that for half a minute: at nine
 * times the heat (I²R) its copper and silicone, 0.7 J/K and more for each centimetre, warm by some
 * 40 K in that time.
 */
export const burstFactor = 3
const thinnestMain = 20

/** What a wire carries on and on, and for moments at full throttle where it is part of the main way of the power. */
export function wireRating(gauge: number, main: boolean): Load {
  const typical = ampacity(gauge)
  return { typical, peak: main && gauge <= thinnestMain ? typical * burstFactor : typical }
}

/** Whether a load keeps within what something carries. */
export function bears(rating: Load, load: Load): boolean {
  return fits(load.typical, rating.typical) && fits(load.peak, rating.peak)
}

/** The thinnest gauge at hand for a load; the thickest where none carries it. */
export function gaugeFor(load: Load, main: boolean): number {
  const atLeast = main ? gauges.filter((gauge) => gauge <= thinnestMain) : gauges
  return atLeast.find((gauge) => bears(wireRating(gauge, main), load)) ?? gauges.at(-1)!
}

/** A part for 3.3 V is made to live on a 3.3 V rail, which itself is good to about this share. */
export const nominalTolerance = 0.02

/** Share of a supply's volts that its wires may lose without a word. */
export const dropAllowed = 0.05

/** Volts that are but rounding. */
const voltNoise = 1e-6

/** Whether volts are less than what is asked for, by more than rounding. */
export const fallsShort = (volts: Volts, asked: Volts): boolean => volts < asked - voltNoise

/** What a bench supply with a limit of current holds: all, what is taken at rest, or not even that. */
export type BenchHold = 'all' | 'rest' | 'nothing'

/**
 * Whether a bench supply in the battery's place, with the motors stopped, holds its volts or limits: it lets them fall until
 * no more than its limit flows.
 * @param still amperes that the craft takes of it
 * @param limit amperes
 */
export function benchHolds(still: { typical: Amps; peak: Amps }, limit: Amps): BenchHold {
  if (fits(still.peak, limit)) return 'all'
  return fits(still.typical, limit) ? 'rest' : 'nothing'
}
