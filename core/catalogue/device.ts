import type { Choice } from './choices'
import type { WithContacts } from './contacts'
import type { Amps, Baud, Grams, Hertz, Millimetres, Volts, WireColour } from '../units'
import type { Differences, Measure } from './board'
import type { definitionSchemas } from './upgrade'

export const deviceClasses = {
  receiver: 'Control receiver',
  gnss: 'GNSS',
  overlay: 'Text overlay',
  camera: 'Camera',
  transmitter: 'Video transmitter',
  'video-link': 'Digital video link',
  logger: 'Flight logger',
  adapter: 'Wireless adapter',
  buzzer: 'Buzzer',
  lights: 'LED strip',
  gimbal: 'Gimbal',
  traffic: 'Traffic receiver',
  esc: 'ESC',
  converter: 'Serial-to-pulse converter',
  sensor: 'Sensor',
  telemetry: 'Telemetry radio',
  computer: 'Companion computer',
  switch: 'Switch',
  light: 'Light',
  release: 'Release',
  servo: 'Servo',
  power: 'Power',
  tool: 'Bench tool',
} as const

export type DeviceClass = keyof typeof deviceClasses

/** One electrical end of a device. */
export interface Terminal {
  id: string
  label: string
  role: Choice<'terminalRole'>
  direction: Choice<'terminalDirection'>
  /** Output-high level in volts, of an output. */
  high?: Volts
  /** Highest input in volts, of an input. */
  maxIn?: Volts
  /** Lowest voltage read as high, of an input. */
  minHigh?: Volts
  colour?: WireColour
  /** Side of a part whose grounds are not joined inside, such as an overlay's logic and its video. */
  side?: string
}

/** A supply input. One device may have several, of which some are alternatives. */
export interface Supply {
  id: string
  terminal: string
  /** Missing when the current returns through a signal terminal, as with a switched buzzer. */
  ground?: string
  min: Volts
  max: Volts
  typical: Amps
  peak: Amps
  /** Only one supply of a group is connected. */
  alternative?: string
  /** Works better from a filtered rail. */
  filtered: boolean
}

/** A supply output of a device such as a BEC, a PDB or an ESC. */
export interface PowerOutput {
  id: string
  label: string
  terminal: string
  ground: string
  /** Missing: the battery voltage passes through. */
  volts?: Volts
  limit: Amps
  kind: Choice<'outputKind'>
  efficiency: number
  dropout: Volts
  filtered: boolean
  /** Made to carry the current of motors. */
  main: boolean
}

/** Motors that an ESC drives, all fed by its first supply. */
export interface MotorDrive {
  count: number
  /** What it drives each motor with for as long as one likes, and for some seconds. */
  continuous: Amps
  peak: Amps
}

/** A lead that a part comes with. */
export interface Lead {
  length: Millimetres
  gauge: number
}

export interface DeviceConnector extends WithContacts {
  id: string
  lead?: Lead
  /** Terminals in contact order, from contact 1. */
  pins: string[]
}

/**
 * A terminal that can serve a need of another part: an output of a converter, an overlay's own input
 * for signal strength or battery voltage. It works as a pad of the board does.
 */
export interface DevicePad {
  id: string
  label: string
  terminal: string
  as: Choice<'devicePadUse'>
  /** The setting that holds the pulse rate of its group: its values are the rates in hertz it can have. */
  group?: string
  /** Highest input of an analog one. */
  max?: Volts
  measures?: Measure
  /** Current it can source or sink. */
  drive: Amps
}

/**
 * A serial port of the part's own, at which a tool on the bench reads and sets it: a programming
 * adapter at the update connector of a converter.
 */
export interface DevicePort {
  id: string
  label: string
  /** Terminal that talks; missing where the part only listens. */
  tx?: string
  /** Terminal that listens. */
  rx?: string
  protocols: string[]
}

export type FlightStates = Choice<'flightStates'>

/** One way of speaking over a serial link: a protocol with the rates this device can use. */
export interface SerialOption {
  protocol: string
  bauds: Baud[]
  default: Baud
  format?: CharacterFormat
  inverted?: boolean
  halfDuplex?: boolean
}

/** Data bits, parity and stop bits of one character on a serial line. */
export const characterFormats = ['8N1', '8N2', '8E1', '8E2', '8O1'] as const
export type CharacterFormat = (typeof characterFormats)[number]

/** A message sent over a link at a steady rate. */
export interface Message {
  name: string
  direction: Choice<'messageDirection'>
  /** Bytes each. */
  bytes: number
  rate: Hertz
  /** It is sent where this protocol is spoken, and only there; under any when missing. */
  protocol?: string
}

interface NeedBase {
  id: string
  label: string
  /** What it tells the board about the flight, beyond what parts of its class usually tell. */
  feeds?: Choice<'flightMeasure'>[]
}

export interface SerialNeed extends NeedBase {
  kind: 'serial'
  lines: Choice<'linkLines'>
  /** Terminal that the device talks on. */
  tx?: string
  /** Terminal that the device listens on. */
  rx?: string
  options: SerialOption[]
  messages: Message[]
  states: FlightStates
  interruptible: boolean
  /** Talks only when its turn has come, so that several such parts may be joined on one RX. */
  takesTurns: boolean
  /** A configuration program can use it to set up the board. */
  configures: boolean
}

export interface SwitchNeed extends NeedBase {
  kind: 'switch'
  terminal: string
  /** Level of the line in each state. */
  levels: { powerUp: Choice<'levelAtPowerUp'>; disarmed: Choice<'switchLevel'>; armed: Choice<'switchLevel'> }
  current: Amps
}

export interface PulseNeed extends NeedBase {
  kind: 'pulse'
  terminal: string
  protocol: Choice<'pulseProtocol'>
  rate: { min: Hertz; max: Hertz; default: Hertz }
  /** Pulses that it goes by, in µs. */
  range: { min: number; max: number }
  /** Where the ends of that range take it. */
  moves?: PulseTravel
  /** From which pulse on it does something, where it does not follow. */
  triggers?: PulseTrigger
  /** What it does where no pulses come, in words. */
  withoutPulse?: string
}

/** Degrees or millimetres at the ends of the range of a pulse, and the axis of the craft that they turn about. */
export interface PulseTravel {
  from: number
  to: number
  unit: Choice<'travelUnit'>
  axis?: 'roll' | 'pitch' | 'yaw'
}

/** A threshold in µs, how far back it lets go, and what is done above it. */
export interface PulseTrigger {
  at: number
  hysteresis: number
  does: string
  /** It cannot be taken back: a parachute is out. */
  final: boolean
}

export interface AnalogNeed extends NeedBase {
  kind: 'analog'
  terminal: string
  max: Volts
  measures?: Measure
}

export interface I2cNeed extends NeedBase {
  kind: 'i2c'
  sda: string
  scl: string
  /** Addresses the part can be set to; the first is the one it ships with. */
  addresses: number[]
  pullUp?: number
}

export interface CanNeed extends NeedBase {
  kind: 'can'
  high: string
  low: string
}

export interface LedNeed extends NeedBase {
  kind: 'led-data'
  terminal: string
  leds: number
  /** From light to light in mm, and the resistance of supply and ground from one to the next together, in ohms. */
  pitch: Millimetres
  ohms: number
}

export interface BuzzerNeed extends NeedBase {
  kind: 'buzzer'
  terminal: string
  current: Amps
}

export interface VideoNeed extends NeedBase {
  kind: 'video'
  terminal: string
  direction: Choice<'videoDirection'>
  standards: Choice<'videoStandard'>[]
}

export interface ReceiverNeed extends NeedBase {
  kind: 'receiver-pulse' | 'receiver-parallel'
  terminals: string[]
}

export interface ControlNeed extends NeedBase {
  kind: 'control'
  channels: number
  /** Channels that carry on and off alone. */
  onOff: number[]
  /** Values that the radio link tells apart on any other channel; all of the wire's when missing. */
  steps?: number
}

export type Need =
  | SerialNeed
  | SwitchNeed
  | PulseNeed
  | AnalogNeed
  | I2cNeed
  | CanNeed
  | LedNeed
  | BuzzerNeed
  | VideoNeed
  | ReceiverNeed
  | ControlNeed

/** By what means a setting of a device is changed, in words that follow "set". */
export const settingWays = {
  tool: 'with its own tool, at its own adapter',
  board: 'from the board, over its link',
  bridge: 'through the board: a bridge to its port',
  menu: 'in its own menu',
  file: 'by a file on its card',
  buttons: 'with its buttons',
  jumper: 'with a jumper or solder bridge',
} as const
export type SettingWay = keyof typeof settingWays

/** What channels switch on the board that a part's setting can have to agree with. */
export const pairedJobs = ['arm', 'lights', 'beeper', 'log', 'video'] as const
export type PairedJob = (typeof pairedJobs)[number]

export type SettingValue = string | number | boolean

/** What a setting has to agree with. */
export type SettingPair =
  /** The board's end of the link of a need. */
  | { need: string; with: 'baud' | 'protocol' }
  /** Another setting of the same device: for each of its values the one wanted here. */
  | { setting: string; values: Record<string, SettingValue> }
  /** The variant of the device: for each the value that fits it. */
  | { variants: Record<string, SettingValue> }
  /** A supply output of the device, which gives so many volts as this says. */
  | { output: string }
  /** A radio of the device, which works at so many MHz as this says. */
  | { radio: string }
  /** The channel that switches something on the board: the setting is its number. */
  | { job: PairedJob }
  /** The part levels the axes of these needs by itself, so that the board must not. */
  | { levels: string[] }

/**
 * What a setting decides of the picture that text is drawn on: how many columns and rows, such as 50×18; how many glyphs
 * the set has; the standard of an analogue picture.
 */
export const pictureTraits = ['grid', 'glyphs', 'standard'] as const
export type PictureTrait = (typeof pictureTraits)[number]

/** Columns and rows that a value of a grid stands for: "50×18", "50 x 18"; nothing for any other. */
export function gridOf(value: unknown): { columns: number; rows: number } | undefined {
  const [, columns, rows] = /^(\d{1,3})\s*[×x]\s*(\d{1,3})$/i.exec(String(value)) ?? []
  return columns && rows && Number(columns) && Number(rows) ? { columns: Number(columns), rows: Number(rows) } : undefined
}

interface SettingBase {
  id: string
  label: string
  way: SettingWay
  pairs?: SettingPair
  /** What of the pilot's picture it decides. */
  picture?: PictureTrait
  /** What it does, or what to mind. */
  note?: string
}

/** A setting kept in the device itself. */
export type DeviceSetting = SettingBase &
  (
    | { kind: 'choice'; values: (string | number)[]; default: string | number }
    | { kind: 'number'; min: number; max: number; step?: number; unit?: string; default: number }
    | { kind: 'switch'; default: boolean }
    | { kind: 'text'; longest: number; default: string }
  )

/** A radio in a device: where it works, and whether it sends. */
export interface Radio {
  id: string
  label: string
  megahertz: number
  sends: boolean
  /** Length of the antenna's radiating part in mm; missing when it is built in. */
  antenna?: Millimetres
  /** Speed of the wave along the antenna as a part of that of light. */
  velocity: number
  /** May be switched off in flight. */
  canBeOff: boolean
}

/** A device in one variant, ready for use by the engine. */
export interface Device {
  id: string
  name: string
  maker: string
  class: DeviceClass
  summary: string
  variant: string
  mass: Grams
  size: { width: Millimetres; height: Millimetres }
  terminals: Terminal[]
  supplies: Supply[]
  outputs: PowerOutput[]
  pads: DevicePad[]
  ports: DevicePort[]
  connectors: DeviceConnector[]
  motors?: MotorDrive
  /** Has a battery of its own, and goes on without the craft's. */
  selfPowered?: boolean
  needs: Need[]
  settings: DeviceSetting[]
  radios: Radio[]
}

type WithoutId<T> = T extends unknown ? Omit<T, 'id'> : never
type Keyed<T extends { id: string }> = Record<string, WithoutId<T>>

export interface Variant {
  name: string
  note: string
  differences: Differences
}

/** A device as it is written down, with variants given as differences from the base. */
export interface DeviceDefinition extends Omit<
  Device,
  'variant' | 'terminals' | 'supplies' | 'outputs' | 'pads' | 'ports' | 'connectors' | 'needs' | 'settings' | 'radios'
> {
  kind: 'device'
  schema: typeof definitionSchemas.device
  terminals: Keyed<Terminal>
  supplies: Keyed<Supply>
  outputs: Keyed<PowerOutput>
  pads: Keyed<DevicePad>
  ports: Keyed<DevicePort>
  connectors: Keyed<DeviceConnector>
  needs: Record<string, unknown>
  settings: Keyed<DeviceSetting>
  radios: Keyed<Radio>
  variants: Record<string, Variant>
}
