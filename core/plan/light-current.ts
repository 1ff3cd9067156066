import { sameValue } from '../editing'
import { memo, whileSame } from '../memo'
import type { LedNeed, Supply } from '../catalogue'
import { lightEffects, type LightMeaning, type Lights, type LightState } from './lights'

/** Amperes of one light: idle, and each of its three colours at full. */
export const lightAmps = { idle: 0.0008, colour: 0.02 } as const

/** Red, green and blue of a colour written #rrggbb, 0 to 255. */
function colourParts(colour: string): [red: number, green: number, blue: number] {
  const value = Number.parseInt(colour.slice(1), 16)
  return [value >> 16, (value >> 8) & 255, value & 255]
}

/** Amperes of one light in a colour, at a part of full brightness: 60 mA in full white. */
export function ampsOfLight(colour: string | undefined, limit: number): number {
  if (colour === undefined) return lightAmps.idle
  return lightAmps.idle + (colourParts(colour).reduce((sum, part) => sum + part, 0) / 255) * lightAmps.colour * limit
}

/** States of quiet flight: what a typical current is reckoned in. */
const quiet: readonly LightState[] = ['armed', 'heading', 'throttle', 'always']

const amps = ({ colour, effect }: LightMeaning, limit: number, full: boolean) =>
  lightAmps.idle + (ampsOfLight(colour, limit) - lightAmps.idle) * (full && effect !== 'chase' ? 1 : lightEffects[effect].share)

/**
 * Current of a strip in amperes: in quiet flight, and the most that any states at once make of it.
 * A light that two segments claim is of the first. What no segment has stays dark.
 * @returns nothing while no segment of the strip says what it shows: it then counts as its definition has it
 */
export function stripCurrent(lights: Lights, key: string, { leds }: LedNeed): StripCurrent | undefined {
  const known = currentsOf(lights)
  const of = `${leds} ${key}`
  if (!known.has(of)) known.set(of, reckoned(lights, key, leds))
  return known.get(of)
}

interface StripCurrent {
  typical: number
  worst: number
}

const currentsOf = memo((_lights: Lights) => new Map<string, StripCurrent | undefined>())

function reckoned(lights: Lights, key: string, leds: number): StripCurrent | undefined {
  const segments = Object.values(lights.segments).filter(({ need }) => need === key)
  if (!segments.length) return undefined
  const limit = lights.strips[key]?.limit ?? 1
  let [typical, worst] = [0, 0]
  for (let light = 1; light <= leds; light += 1) {
    const meanings = segments.find(({ first, last }) => light >= first && light <= last)?.meanings ?? []
    const now = meanings.find(({ when }) => quiet.includes(when))
    typical += now ? amps(now, limit, false) : lightAmps.idle
    worst += Math.max(lightAmps.idle, ...meanings.map((meaning) => amps(meaning, limit, true)))
  }
  return { typical, worst }
}

const lit = whileSame(
  (supply: Supply, { typical, worst }: StripCurrent): Supply => ({ ...supply, typical, peak: worst }),
  sameValue,
)

/** The supply of a strip with what its lights take as they are laid out; the same object while that stays the same. */
export function withLights(supply: Supply, lights: Lights, key: string, need: LedNeed | undefined): Supply {
  const current = need && stripCurrent(lights, key, need)
  return current ? lit(supply, current) : supply
}
