import type { Choice } from './choices'
import type { Amps, Baud, Grams, Hertz, Millimetres, Volts } from '../units'
import type { WithContacts } from './contacts'
import type { definitionSchemas } from './upgrade'

/** What a pin serves: a serial port, a need of one pad, or a bus that several parts share; one of them at a time. */
export type PinRole = 'serial' | 'pad' | 'bus'

/** What a pin can be used as, in words that the name of its owner follows, and what it serves then. A pin does one of these at a time. */
export const pinUses = {
  'uart-tx': { words: 'TX of', role: 'serial' },
  'uart-rx': { words: 'RX of', role: 'serial' },
  pulse: { words: 'pulses of', role: 'pad' },
  'led-data': { words: 'LED data of', role: 'pad' },
  switch: { words: 'switched output', role: 'pad' },
  analog: { words: 'analog input', role: 'pad' },
  buzzer: { words: 'buzzer driver', role: 'pad' },
  'i2c-sda': { words: 'SDA of', role: 'bus' },
  'i2c-scl': { words: 'SCL of', role: 'bus' },
  'can-h': { words: 'high line of', role: 'bus' },
  'can-l': { words: 'low line of', role: 'bus' },
  'receiver-pulse': { words: 'single-wire receiver', role: 'pad' },
  'receiver-channel': { words: 'receiver channel', role: 'pad' },
  'video-in': { words: 'video in', role: 'pad' },
  'video-out': { words: 'video out', role: 'pad' },
} as const satisfies Record<string, { words: string; role: PinRole }>
export type PinUse = keyof typeof pinUses

/** One of the mutually exclusive functions of a pin. */
export interface PinFunction {
  as: PinUse
  /** The port, timer, I²C or CAN bus that this function belongs to. */
  of?: string
  /** Timer channel, or channel number of a parallel receiver. */
  channel?: number
  /** DMA stream taken while this function is in use. */
  dma?: string
  /** Highest input of an analog function, in volts. */
  max?: Volts
  /** What the firmware takes the value of an analog function for until it is told otherwise. */
  measures?: Measure
}

/** What an analog line tells: the battery's voltage, a current, or how well the control receiver hears. */
export const measures = { voltage: 'battery voltage', current: 'current', 'signal-strength': 'signal strength' } as const
export type Measure = keyof typeof measures

/** A pin of the controller behind one or more pads. */
export interface Pin {
  id: string
  /** Output-high level in volts. */
  level: Volts
  /** Highest voltage the pin bears as an input. */
  maxIn: Volts
  /** Current the pin can source or sink. */
  drive: Amps
  functions: PinFunction[]
  /** The feature that holds this pin until it is moved elsewhere. */
  default?: { feature: string; as: PinUse }
}

export type BoardSide = Choice<'boardSide'>

/** A solder pad or a contact of a connector, at its place on the board. */
export interface Pad {
  id: string
  label: string
  x: Millimetres
  y: Millimetres
  side: BoardSide
  kind: Choice<'padKind'>
  pin?: string
  rail?: string
  connector?: string
  /** Contact number in the connector, counted from 1. */
  position?: number
  /** Number of the output, of those by which the firmware knows motors: it gives the first motor the first. */
  output?: number
  /** Width and length of the copper of a plain pad. */
  size?: { width: Millimetres; height: Millimetres }
}

export interface BoardConnector extends WithContacts {
  id: string
  label: string
  x: Millimetres
  y: Millimetres
  width: Millimetres
  height: Millimetres
  side: BoardSide
}

export type Inverter = Choice<'inverter'>

export interface PortLine {
  pin: string
  inverter: Inverter
}

/** A serial port; either line may be missing. */
export interface SerialPort {
  id: string
  label: string
  /** Number printed on the board. */
  index: number
  /** Number by which the board's firmware knows it. */
  number: number
  kind: Choice<'portKind'>
  tx?: PortLine
  rx?: PortLine
  halfDuplex: boolean
  minBaud: Baud
  maxBaud: Baud
  /** Kernel clock of the port; missing on software and USB ports. */
  clock?: Hertz
  oversampling: 8 | 16
  /** Wired in parallel with the USB bridge: lost while USB is in use. */
  usbShared: boolean
  /** May carry one function while disarmed and another while armed. */
  stateShared: boolean
  /** A listener and a talker of equal rate and frame may share it. */
  splitUse: boolean
}

/** All outputs of one timer share one pulse rate and one output protocol. */
export interface Timer {
  id: string
  label: string
}

export interface Rail {
  id: string
  label: string
  kind: Choice<'railKind'>
  /** Output voltage; missing on a rail that follows its source. */
  volts?: Volts
  /** The rail this one is made from; missing on USB and where the board is fed from outside. */
  source?: string
  input?: { min: Volts; max: Volts }
  dropout: Volts
  limit: Amps
  /** Current the board itself takes from this rail. */
  own: Amps
  efficiency: number
  liveFrom: Choice<'liveFrom'>[]
  filtered: boolean
  /** Off until an output switches it on. */
  switchedBy?: string
  /** Made to carry the current of motors: wide copper, thick pads. */
  main: boolean
  /** Degrees of heating per watt, of a linear regulator on this board. */
  kelvinPerWatt?: number
}

/** Features that cannot be on together, and why. */
export interface Exclusion {
  features: [string, string]
  reason: string
}

export interface I2cBus {
  id: string
  label: string
  sda: string
  scl: string
  /** Pull-up on the board in ohms; missing when there is none. */
  pullUp?: number
  /** Addresses of parts soldered to the board. */
  onBoard: { name: string; address: number; feeds?: Choice<'flightMeasure'>[] }[]
}

export interface CanBus {
  id: string
  label: string
  high: string
  low: string
}

/** A flight-controller board of one revision and one firmware version, ready for use by the engine. */
export interface Board {
  id: string
  name: string
  maker: string
  summary: string
  revision: string
  firmware: string
  mass: Grams
  outline: {
    width: Millimetres
    height: Millimetres
    radius: Millimetres
    holes: { x: Millimetres; y: Millimetres; diameter: Millimetres }[]
  }
  usb: { x: Millimetres; y: Millimetres; edge: Choice<'boardEdge'> }
  supply: { cellsMin: number; cellsMax: number }
  /** The protocol it is configured by, over how many links at once, and whether USB is one that shares nothing. */
  configuration: { protocol: string; maxLinks: number; usb: boolean }
  /** Control receivers it listens to at a time. */
  receivers: number
  /** Protocols that its firmware speaks; all of them when missing. */
  protocols?: string[]
  pads: Pad[]
  connectors: BoardConnector[]
  pins: Pin[]
  ports: SerialPort[]
  timers: Timer[]
  rails: Rail[]
  exclusions: Exclusion[]
  i2c: I2cBus[]
  can: CanBus[]
  overlay?: { name: string; standards: Choice<'videoStandard'>[] }
  storage: { flash: number; card: boolean }
}

type Keyed<T extends { id: string }> = Record<string, Omit<T, 'id'>>
/** A map of differences: a value replaces, a nested map descends, null removes (RFC 7396). */
export interface Differences {
  [key: string]: unknown
}

export interface Revision {
  name: string
  note: string
  differences: Differences
}

/**
 * A board as it is written down: parts keyed by their ids, with revisions and
 * firmware versions given as differences from the base.
 */
export interface BoardDefinition extends Omit<
  Board,
  'revision' | 'firmware' | 'pads' | 'connectors' | 'pins' | 'ports' | 'timers' | 'rails' | 'i2c' | 'can'
> {
  kind: 'board'
  schema: typeof definitionSchemas.board
  pads: Keyed<Pad>
  connectors: Keyed<BoardConnector>
  pins: Keyed<Pin>
  ports: Keyed<SerialPort>
  timers: Keyed<Timer>
  rails: Keyed<Rail>
  i2c: Keyed<I2cBus>
  can: Keyed<CanBus>
  revisions: Record<string, Revision>
  firmwares: Record<string, Revision>
}
