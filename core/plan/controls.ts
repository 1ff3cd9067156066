import type { NeedKey } from './reference'

/** What a handset is made of: how many positions each thing has, and whether it stands between them too. */
export const controlKinds = {
  stick: { name: 'Stick', positions: ['low', 'middle', 'high'], proportional: true },
  dial: { name: 'Dial', positions: ['low', 'middle', 'high'], proportional: true },
  'switch-2': { name: 'Two-position switch', positions: ['back', 'front'], proportional: false },
  'switch-3': { name: 'Three-position switch', positions: ['back', 'middle', 'front'], proportional: false },
  button: { name: 'Momentary switch', positions: ['free', 'held'], proportional: false },
} as const
export type ControlKind = keyof typeof controlKinds

/** A stick, switch or dial of the pilot's handset. */
export interface HandsetControl {
  name: string
  kind: ControlKind
  /** The channel that it goes over; none when null. */
  channel: number | null
  reversed: boolean
  /** Where on the handset it is, in hundredths of its width and height. */
  at: { x: number; y: number }
}

/** What the board does while a channel is within a range. */
export const jobKinds = {
  arm: { name: 'Armed', what: null, oneAtATime: false },
  mode: { name: 'Flight mode', what: 'mode', oneAtATime: true },
  display: { name: 'Display layout', what: 'display', oneAtATime: true },
  lights: { name: 'Lights on', what: null, oneAtATime: false },
  beeper: { name: 'Buzzer', what: null, oneAtATime: false },
  log: { name: 'Flight log', what: null, oneAtATime: false },
  video: { name: 'Video off', what: null, oneAtATime: false },
  line: { name: 'Switched line', what: 'line', oneAtATime: false },
} as const
export type JobKind = keyof typeof jobKinds

/** Ways of flying that a board can be switched to. */
export const flightModes = {
  level: 'Self-levelling',
  altitude: 'Altitude hold',
  position: 'Position hold',
  home: 'Return home',
} as const

/** One thing that a range of a channel switches. */
export interface Job {
  does: JobKind
  channel: number
  /** µs; it is on from the one up to, and without, the other. */
  from: number
  to: number
  /** The mode, the display layout, or the need whose line is switched. */
  what?: string
}

export const axes = { roll: 'roll', pitch: 'pitch', yaw: 'yaw', throttle: 'throttle' } as const
export type Axis = keyof typeof axes

/** What decides over an output: a channel passed on, a control surface the board mixes, or the craft's tilt taken away. */
export const outputSources = {
  channel: 'a channel, passed on',
  surface: 'the board, as a control surface',
  level: 'the board, which levels it',
} as const

/** How a pulse output of the build is driven. Pulses in µs. */
export interface ControlOutput {
  by: keyof typeof outputSources
  /** The channel passed on, or added to what the board levels. */
  channel?: number
  /** The axis of the craft that it follows. */
  axis?: Axis
  low: number
  middle: number
  high: number
  reversed: boolean
  /** How much gentler it is around the middle, in percent. */
  curve: number
  /** When the control link is lost: holds the last pulse, stops, or goes to one. */
  onLoss: 'hold' | 'none' | number
  /** Before there is a link. */
  powerUp: 'none' | number
}

/** From switches to what they do. */
export interface Controls {
  handset: Record<string, HandsetControl>
  /** Pulses that the ends of a control give, in µs. */
  travel: { low: number; high: number }
  jobs: Record<string, Job>
  outputs: Record<NeedKey, ControlOutput>
}

export const noControls: Controls = { handset: {}, travel: { low: 1000, high: 2000 }, jobs: {}, outputs: {} }
/** As many as a plan holds. */
export const mostControls = 32
export const mostJobs = 60
