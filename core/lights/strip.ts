import type { PowerTree } from '../harness'
import { lightFrameTime, lightHighShare } from '../protocols'
import { stripCurrent, ampsOfLight, type Lights } from '../plan'
import { wireResistancePerMetre } from '../units'
import type { LaidStrip } from './place'

/** Gauge of the leads between pieces, and how warm the copper is taken to be, in °C. */
const join = { gauge: 26, warmth: 40 } as const

/**
 * Volts at each light, from the first on: what the lights behind it draw flows through all copper before it.
 * V(n) = V(n−1) − R(n)·Σ I of n and those behind.
 * @param volts at the first light
 * @param amps of each light
 */
export function voltsAlong({ need, lights, joins }: LaidStrip, volts: number, amps: number[]): number[] {
  let behind = amps.reduce((sum, each) => sum + each, 0)
  let now = volts
  return lights.map(({ number }, at) => {
    if (at > 0) {
      behind -= amps[at - 1]!
      const lead = joins.find(({ to }) => to === number)
      const ohms = lead ? (2 * lead.length * wireResistancePerMetre(join.gauge, join.warmth)) / 1000 : need.need.ohms
      now -= ohms * behind
    }
    return now
  })
}

/** Volts at the first light of a strip at peak and empty battery; nothing where no source feeds it. */
export const stripVolts = ({ leaves }: PowerTree, { need }: LaidStrip): number | undefined =>
  leaves.find(({ supply }) => supply.fitted.id === need.fitted.id)?.empty

export interface StripFigures {
  /** Amperes in quiet flight, and the most that states at once make of it; of full white where nothing is laid out. */
  typical: number
  worst: number
  /** Time of one frame in µs, and frames a second. */
  frame: number
  refresh: number
  /** Volts at the first and the last light, all as bright as at worst. */
  first: number
  last: number
  /** Volts of the data that the last light gets, from the one before it, and above which it reads them as high. */
  data: { level: number; needed: number }
  /** Highest part of full brightness that keeps the last light above its least voltage, all white. */
  brightest: number
}

/** Volts at the last light with all in white at a part of full brightness. */
const lastInWhite = (strip: LaidStrip, volts: number, limit: number) =>
  voltsAlong(
    strip,
    volts,
    // As many as the strip has, on as many places as it is laid out on.
    strip.lights.map(() => (strip.need.need.leds * ampsOfLight('#ffffff', limit)) / strip.lights.length),
  ).at(-1) ?? volts

/** What a strip takes and how it gets there. @param volts at its first light */
export function stripFigures(strip: LaidStrip, lights: Lights, volts: number): StripFigures {
  const { need } = strip.need
  const { limit } = strip.strip
  const white = need.leds * ampsOfLight('#ffffff', limit)
  const { typical, worst } = stripCurrent(lights, strip.need.key, need) ?? { typical: white, worst: white }
  const each = worst / Math.max(1, strip.lights.length)
  const along = voltsAlong(
    strip,
    volts,
    strip.lights.map(() => each),
  )
  const frame = lightFrameTime(need.leds)
  const least = leastVolts(strip)
  // The drop is proportional to the colour's part of the current; below the least already, nothing helps.
  const [dark, full] = [lastInWhite(strip, volts, 0), lastInWhite(strip, volts, 1)]
  const brightest = full >= least ? 1 : dark <= least ? 0 : (dark - least) / (dark - full)
  const last = along.at(-1) ?? volts
  // Each light gives the data on at its own supply, and reads high above a share of it.
  const data = { level: along.at(-2) ?? volts, needed: lightHighShare * last }
  return { typical, worst, frame, refresh: 1e6 / frame, first: along[0] ?? volts, last, data, brightest }
}

/**
 * The highest part of full brightness, in steps of a twentieth, at which the strip takes no more than so many amperes.
 * @returns nothing where no such brightness is below the present one
 */
export function limitFor({ need, strip }: LaidStrip, lights: Lights, amps: number): number | undefined {
  const worstAt = (limit: number) =>
    stripCurrent({ ...lights, strips: { ...lights.strips, [need.key]: { ...strip, limit } } }, need.key, need.need)?.worst ?? 0
  for (let step = 19; step > 0; step -= 1) if (step / 20 < strip.limit && worstAt(step / 20) <= amps) return step / 20
  return undefined
}

/** Volts below which a light of the strip is not to be trusted: what its supply asks for at least. */
export const leastVolts = ({ need }: LaidStrip) => need.fitted.device.supplies[0]?.min ?? 0
