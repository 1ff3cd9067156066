import type { measures } from './fields/common'
import type { boardFields } from './fields/board'
import type { Plain, PartOf } from './fields/field'

/**
 * A board as it is written down: parts keyed by their ids, with revisions and
 * firmware versions given as differences from the base.
 */
export interface BoardDefinition extends PartOf<typeof boardFields> {
  kind: 'board'
}

/** The sections of a board that hold parts by their ids. */
export const boardSections = ['pads', 'connectors', 'pins', 'ports', 'timers', 'rails', 'i2c', 'can'] as const
type Section = (typeof boardSections)[number]
/** A part that carries its id. */
type WithId<S extends Section> = Plain<BoardDefinition[S][string] & { id: string }>

export type Pad = WithId<'pads'>
export type BoardConnector = WithId<'connectors'>
export type Pin = WithId<'pins'>
export type PinFunction = Pin['functions'][number]
export type SerialPort = WithId<'ports'>
export type PortLine = NonNullable<SerialPort['tx']>
export type Inverter = PortLine['inverter']
/** All outputs of one timer share one pulse rate and one output protocol. */
export type Timer = WithId<'timers'>
export type Rail = WithId<'rails'>
export type I2cBus = WithId<'i2c'>
export type CanBus = WithId<'can'>
/** Features that cannot be on together, and why. */
export type Exclusion = BoardDefinition['exclusions'][number]
export type BoardSide = Pad['side']
export type Measure = keyof typeof measures

/** A flight-controller board of one revision and one firmware version, ready for use by the engine. */
export interface Board extends Omit<BoardDefinition, Section | 'kind' | 'schema' | 'revisions' | 'firmwares'> {
  revision: string
  firmware: string
  pads: Pad[]
  connectors: BoardConnector[]
  pins: Pin[]
  ports: SerialPort[]
  timers: Timer[]
  rails: Rail[]
  i2c: I2cBus[]
  can: CanBus[]
}
