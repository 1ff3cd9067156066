import type { FlightValues } from '../flight'
import { ampsOfLight, type LightMeaning, type LightState, type Lights } from '../plan'
import type { LaidStrip, LightAt } from './place'

/** Whether a state is there at a moment. */
const holds: Record<LightState, (values: FlightValues) => boolean> = {
  failsafe: ({ link }) => !link,
  'low-battery': ({ cellVolts, armed }) => armed && cellVolts < 3.5,
  'no-fix': ({ satellites }) => satellites < 8,
  left: ({ roll }) => roll < -8,
  right: ({ roll }) => roll > 8,
  throttle: ({ armed }) => armed,
  heading: ({ heading }) => heading > 330 || heading < 30,
  armed: ({ armed }) => armed,
  disarmed: ({ armed }) => !armed,
  always: () => true,
}

/** The meaning that is shown: the first that holds. */
export const meaningAt = (meanings: LightMeaning[], values: FlightValues): LightMeaning | undefined =>
  meanings.find(({ when }) => holds[when](values))

/** Whether a light of a segment is lit now. @param at its place in the segment, from 0 @param of how many lights */
function isLit({ when, effect }: LightMeaning, { time, throttle }: FlightValues, at: number, of: number): boolean {
  if (when === 'throttle' && (at + 0.5) / of > throttle) return false
  if (effect === 'blink') return Math.floor(time * 2) % 2 === 0
  if (effect === 'flash') return (time * 2) % 1 < 0.2
  return effect === 'chase' ? (at - Math.floor(time * 10)) % 3 === 0 : true
}

/** A light with the colour that it has; none when it is dark. */
export interface LitLight extends LightAt {
  colour?: string
}

/**
 * All lights of a strip at one moment. A light that two segments claim is of the first.
 * @param on whether the job that switches lights has them on; where there is none, they are
 */
export function litAt({ need, lights }: LaidStrip, { segments }: Lights, values: FlightValues, on = true): LitLight[] {
  if (!on) return lights
  const own = Object.values(segments).filter((segment) => segment.need === need.key)
  return lights.map((light): LitLight => {
    const segment = own.find(({ first, last }) => light.number >= first && light.number <= last)
    const meaning = segment && meaningAt(segment.meanings, values)
    if (!segment || !meaning) return light
    const of = segment.last - segment.first + 1
    return isLit(meaning, values, light.number - segment.first, of) ? { ...light, colour: meaning.colour } : light
  })
}

/** Current of lights as they are, in amperes. @param limit part of full brightness */
export const ampsOf = (lights: LitLight[], limit: number) =>
  lights.reduce((sum, { colour }) => sum + ampsOfLight(colour, limit), 0)

/** Sides that a watcher stands at, in degrees from the front to the right. */
export const sides = [0, 90, 180, 270] as const
export type Side = (typeof sides)[number]

/** A light as a watcher sees it: so far to their right, and how much of it, 0 to 1. */
export interface SeenLight {
  number: number
  across: number
  share: number
  colour: string
}

/** What looks down or up is seen from every side, weakly. */
const sideways = 0.25

/** Part of a light's brightness that is seen from a side: the cosine of the angle that it looks off by. */
export function shareSeen(facing: LightAt['facing'], side: Side): number {
  if (typeof facing === 'string') return sideways
  const share = Math.cos(((facing - side) * Math.PI) / 180)
  return share < 1e-9 ? 0 : share
}

/** The lit lights that a watcher sees in the dark from a side, from their left to their right. */
export function seenFrom(lights: LitLight[], side: Side): SeenLight[] {
  const turn = (side * Math.PI) / 180
  return lights
    .flatMap(({ number, x, y, facing, colour }): SeenLight[] => {
      const share = shareSeen(facing, side)
      return colour === undefined || share === 0
        ? []
        : [{ number, across: y * Math.sin(turn) - x * Math.cos(turn), share, colour }]
    })
    .toSorted((one, other) => one.across - other.across)
}
