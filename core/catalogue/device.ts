import type { characterFormats } from './fields/common'
import type { deviceClasses, deviceFields } from './fields/device'
import type { Plain, PartOf, ValueOf } from './fields/field'
import type { lossKinds, pairedJobs, pictureTraits, settingValue, settingWays } from './fields/settings'

/** A device as it is written down, with variants given as differences from the base. */
export interface DeviceDefinition extends PartOf<typeof deviceFields> {
  kind: 'device'
}

/** The sections of a device that hold parts by their ids. */
export const deviceSections = [
  'terminals',
  'supplies',
  'outputs',
  'pads',
  'ports',
  'connectors',
  'needs',
  'settings',
  'radios',
] as const
type Section = (typeof deviceSections)[number]
type Parts<S extends Section> = DeviceDefinition[S][string]
/** A part that carries its id. */
type WithId<T> = T extends unknown ? Plain<T & { id: string }> : never

export type DeviceClass = keyof typeof deviceClasses
export type Terminal = WithId<Parts<'terminals'>>
export type Supply = WithId<Parts<'supplies'>>
export type PowerOutput = WithId<Parts<'outputs'>>
export type DevicePad = WithId<Parts<'pads'>>
export type DevicePort = WithId<Parts<'ports'>>
export type DeviceConnector = WithId<Parts<'connectors'>>
export type Lead = NonNullable<DeviceConnector['lead']>
export type MotorDrive = NonNullable<DeviceDefinition['motors']>
export type Radio = WithId<Parts<'radios'>>

export type Need = WithId<Parts<'needs'>>
export type SerialNeed = Extract<Need, { kind: 'serial' }>
export type SwitchNeed = Extract<Need, { kind: 'switch' }>
export type PulseNeed = Extract<Need, { kind: 'pulse' }>
export type AnalogNeed = Extract<Need, { kind: 'analog' }>
export type I2cNeed = Extract<Need, { kind: 'i2c' }>
export type CanNeed = Extract<Need, { kind: 'can' }>
export type LedNeed = Extract<Need, { kind: 'led-data' }>
export type VideoNeed = Extract<Need, { kind: 'video' }>
export type ReceiverNeed = Extract<Need, { kind: 'receiver-pulse' | 'receiver-parallel' }>

export type SerialOption = SerialNeed['options'][number]
export type Message = SerialNeed['messages'][number]
export type PulseTravel = NonNullable<PulseNeed['moves']>
export type PulseTrigger = NonNullable<PulseNeed['triggers']>
export type CharacterFormat = (typeof characterFormats)[number]

/** A setting kept in the device itself. */
export type DeviceSetting = WithId<Parts<'settings'>>
export type SettingWay = keyof typeof settingWays
export type PairedJob = (typeof pairedJobs)[number]
export type PictureTrait = (typeof pictureTraits)[number]
export type SettingPair = NonNullable<DeviceSetting['pairs']>
/** What reaches the board when the signal of a receiver is lost. */
export type LossKind = (typeof lossKinds)[number]
export type SettingValue = ValueOf<typeof settingValue>

/** A device in one variant, ready for use by the engine. */
export interface Device extends Omit<DeviceDefinition, Section | 'kind' | 'schema' | 'variants'> {
  variant: string
  terminals: Terminal[]
  supplies: Supply[]
  outputs: PowerOutput[]
  pads: DevicePad[]
  ports: DevicePort[]
  connectors: DeviceConnector[]
  needs: Need[]
  settings: DeviceSetting[]
  radios: Radio[]
}

/** Columns and rows that a value of a grid stands for: "50×18", "50 x 18"; nothing for any other. */
export function gridOf(value: unknown): { columns: number; rows: number } | undefined {
  const [, columns, rows] = /^(\d{1,3})\s*[×x]\s*(\d{1,3})$/i.exec(String(value)) ?? []
  return columns && rows && Number(columns) && Number(rows) ? { columns: Number(columns), rows: Number(rows) } : undefined
}
