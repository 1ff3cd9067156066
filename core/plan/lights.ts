import type { NeedKey } from './reference'

/** States of a flight that lights can tell of. */
export const lightStates = {
  failsafe: 'control link lost',
  'low-battery': 'battery low',
  'no-fix': 'no position fix',
  left: 'turning left',
  right: 'turning right',
  throttle: 'by throttle',
  heading: 'nose towards north',
  armed: 'armed',
  disarmed: 'disarmed',
  always: 'always',
} as const
export type LightState = keyof typeof lightStates

/** How a meaning is shown, with the share of time or of lights that is lit. */
export const lightEffects = {
  steady: { name: 'steady', share: 1 },
  blink: { name: 'blinks', share: 0.5 },
  flash: { name: 'flashes twice a second', share: 0.2 },
  chase: { name: 'runs along', share: 1 / 3 },
} as const
export type LightEffect = keyof typeof lightEffects

/** One thing that a segment tells, in a colour written #rrggbb. */
export interface LightMeaning {
  when: LightState
  colour: string
  effect: LightEffect
}

/** A straight row of lights, from its first to its last, in the order in which data runs. Millimetres as spots have them. */
export interface LightPiece {
  lights: number
  from: { x: number; y: number }
  to: { x: number; y: number }
  /** Degrees from the front, to the right, that its lights look to; `down` and `up` are seen from every side, weakly. */
  facing: number | 'down' | 'up'
}

/** A strip: its pieces, one behind the other, joined by leads, and how bright it may be. */
export interface LightStrip {
  pieces: LightPiece[]
  /** Part of full brightness that the board allows, above 0 to 1. */
  limit: number
}

/** Lights of a strip that tell something, counted from 1. The first meaning that holds is shown. */
export interface LightSegment {
  name: string
  need: NeedKey
  first: number
  last: number
  meanings: LightMeaning[]
}

export interface Lights {
  strips: Record<NeedKey, LightStrip>
  segments: Record<string, LightSegment>
}

export const noLights: Lights = { strips: {}, segments: {} }
export const mostSegments = 40
export const mostPieces = 64
/** Lights of all pieces of a strip together. */
export const mostLights = 2000
export const mostMeanings = 12
