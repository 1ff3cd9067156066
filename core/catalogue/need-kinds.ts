import type { PinUse } from './fields/board'
import type { Need, SerialNeed, SwitchNeed } from './device'
import type { Amps, Hertz, Volts } from '../units'

/** How a need is met: at a serial port, a single pad, a bus, receiver inputs, along the video chain, or by nothing of the board. */
export type Wiring = 'port' | 'pad' | 'bus' | 'inputs' | 'chain' | 'none'

/** What stands on a pad that serves a need: a letter that tells without colour, a word, and a hue shared by uses that are alike. */
export interface PadMark {
  letter: string
  word: string
  hue: 'serial' | 'pulse' | 'lights' | 'line' | 'bus' | 'video'
}

/** What a timer has to run at: one protocol, at a rate within a range. */
export interface TimerDemand {
  protocol: 'pwm' | 'burst' | 'led'
  rate: { min: Hertz; max: Hertz; default: Hertz }
}

/** What a need of one pad asks of the pin behind it. The pin's use is named as the kind is. */
export interface PadDemand<N> {
  /** What a pad without that use cannot do: "pad X cannot …". */
  ability: string
  /** Feature by which a board holds such a pad by default. */
  feature: string
  /** Taken of the features that boards exclude from each other. */
  excludes?: string
  current?: (need: N) => Amps
  volts?: (need: N) => Volts
  timer?: (need: N) => TimerDemand
  /** Wants a DMA stream of its own. */
  stream?: (need: N) => boolean
}

/** A terminal of the device with what the pin at the other end of its wire is used as. */
export interface TerminalUse {
  terminal: string
  use: PinUse
}

interface Common<N> {
  /** Heading over needs of this kind. */
  label: string
  /** Heading over the places that can serve them. */
  places: string
  terminals: (need: N) => TerminalUse[]
  mark: PadMark
}

export type NeedKind<N = Need> = Common<N> &
  ({ wiring: 'pad'; pad: PadDemand<N> } | { wiring: Exclude<Wiring, 'pad'>; pad?: undefined })

type OfKind<K extends Need['kind']> = Need extends infer N
  ? N extends { kind: infer Kinds }
    ? K extends Kinds
      ? N
      : never
    : never
  : never

/** The board's TX goes to the terminal that the device listens on, and the other way about; on one wire one terminal serves both. */
function serialTerminals({ tx, rx }: SerialNeed): TerminalUse[] {
  return [
    ...(tx === undefined ? [] : [{ terminal: tx, use: 'uart-rx' as const }]),
    ...(rx === undefined ? [] : [{ terminal: rx, use: 'uart-tx' as const }]),
  ]
}

const single =
  (use: PinUse) =>
  ({ terminal }: { terminal: string }): TerminalUse[] => [{ terminal, use }]

const several =
  (use: PinUse) =>
  ({ terminals }: { terminals: string[] }): TerminalUse[] =>
    terminals.map((terminal) => ({ terminal, use }))

/** All kinds of need. A kind without its row does not compile; whoever deals with needs asks here. */
export const needKinds: { [K in Need['kind']]: NeedKind<OfKind<K>> } = {
  serial: {
    label: 'Serial links',
    places: 'Serial ports',
    wiring: 'port',
    terminals: serialTerminals,
    mark: { letter: 'S', word: 'serial', hue: 'serial' },
  },
  pulse: {
    label: 'Pulses',
    places: 'Pads',
    wiring: 'pad',
    terminals: single('pulse'),
    mark: { letter: 'P', word: 'pulses', hue: 'pulse' },
    pad: {
      ability: 'give pulses',
      feature: 'outputs',
      timer: ({ protocol, rate }) => ({ protocol, rate }),
      stream: ({ protocol }) => protocol === 'burst',
    },
  },
  'led-data': {
    label: 'LED data',
    places: 'Pads',
    wiring: 'pad',
    terminals: single('led-data'),
    mark: { letter: 'L', word: 'LED data', hue: 'lights' },
    pad: {
      ability: 'drive LED data',
      feature: 'lights',
      excludes: 'led-data',
      timer: () => ({ protocol: 'led', rate: { min: 800_000, max: 800_000, default: 800_000 } }),
      stream: () => true,
    },
  },
  switch: {
    label: 'Switched lines',
    places: 'Pads',
    wiring: 'pad',
    terminals: single('switch'),
    mark: { letter: 'W', word: 'switched', hue: 'line' },
    pad: { ability: 'switch', feature: 'switches', current: ({ current }: SwitchNeed) => current },
  },
  analog: {
    label: 'Analog inputs',
    places: 'Pads',
    wiring: 'pad',
    terminals: single('analog'),
    mark: { letter: 'A', word: 'analog', hue: 'line' },
    pad: { ability: 'measure a voltage', feature: 'analog inputs', volts: ({ max }) => max },
  },
  buzzer: {
    label: 'Buzzer',
    places: 'Pads',
    wiring: 'pad',
    terminals: single('buzzer'),
    mark: { letter: 'B', word: 'buzzer', hue: 'lights' },
    pad: { ability: 'drive a buzzer', feature: 'buzzer', current: ({ current }) => current },
  },
  i2c: {
    label: 'I²C',
    places: 'I²C buses',
    wiring: 'bus',
    terminals: ({ sda, scl }) => [
      { terminal: sda, use: 'i2c-sda' },
      { terminal: scl, use: 'i2c-scl' },
    ],
    mark: { letter: 'I', word: 'bus', hue: 'bus' },
  },
  can: {
    label: 'CAN',
    places: 'CAN buses',
    wiring: 'bus',
    terminals: ({ high, low }) => [
      { terminal: high, use: 'can-h' },
      { terminal: low, use: 'can-l' },
    ],
    mark: { letter: 'I', word: 'bus', hue: 'bus' },
  },
  'receiver-pulse': {
    label: 'Receiver',
    places: 'Receiver inputs',
    wiring: 'inputs',
    terminals: several('receiver-pulse'),
    mark: { letter: 'R', word: 'receiver', hue: 'bus' },
  },
  'receiver-parallel': {
    label: 'Receiver',
    places: 'Receiver inputs',
    wiring: 'inputs',
    terminals: several('receiver-channel'),
    mark: { letter: 'R', word: 'receiver', hue: 'bus' },
  },
  video: {
    label: 'Picture',
    places: 'Video chain',
    wiring: 'chain',
    terminals: ({ terminal, direction }) => [{ terminal, use: direction === 'out' ? 'video-in' : 'video-out' }],
    mark: { letter: 'V', word: 'video', hue: 'video' },
  },
  control: {
    label: 'Control channels',
    places: 'Channels',
    wiring: 'none',
    terminals: () => [],
    mark: { letter: 'C', word: 'channels', hue: 'line' },
  },
}

/** The row of a need's kind. */
export function needKind(need: Need): NeedKind {
  return needKinds[need.kind] as NeedKind
}

/** Whether a need takes a place on the board at all: those of the video chain and of control channels do not. */
export function takesPlace(need: Need): boolean {
  const { wiring } = needKind(need)
  return wiring !== 'chain' && wiring !== 'none'
}
