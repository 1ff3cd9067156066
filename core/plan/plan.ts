import type { BoardDefinition, DeviceDefinition, Frame, ProtocolDefinition } from '../catalogue'
import type { Baud, Chemistry, Millimetres, WireColour } from '../units'

/** The schema version this program writes. */
export const planSchema = 2

/** `DEVICE/NEED`, both ids as in the plan. */
export type NeedKey = string
/** `DEVICE/SUPPLY`. */
export type SupplyKey = string
/**
 * Where a need can be met: `port:ID`, `pad:ID`, `i2c:ID`, `can:ID`, `video`,
 * and for supplies `rail:ID` or `output:DEVICE/OUTPUT`.
 */
export type Place = string

/** Must be met, or a wish: 1 is the dearest. */
export type Priority = 'must' | 1 | 2 | 3

export interface DeviceInstance {
  id: string
  definition: string
  variant: string
  name: string
  priority: Priority
  /** Needs of this device that the user has decided to do without. */
  leftOut: string[]
}

/** What a need has been given. */
export interface Placement {
  place: Place
  /** Serial needs: the protocol and rate chosen from the device's options. */
  protocol?: string
  baud?: Baud
  /** Port shared by flight state: the state in which this need has it. */
  during?: 'disarmed' | 'armed'
  /** I²C needs: the address chosen. */
  address?: number
}

/** Values of one end of a link that were set by hand. */
export interface LinkSettings {
  protocol?: string
  baud?: Baud
  frame?: Frame
  inverted?: boolean
  halfDuplex?: boolean
  /** Board-wide feature switch belonging to the protocol. */
  feature?: boolean
}

/** What the lock of a wire can hold: its values, and the place of the need it serves. */
export type LockHold = 'pad' | 'colour' | 'gauge' | 'length' | 'need'

export interface WireOverride {
  colour?: WireColour
  gauge?: number
  length?: Millimetres
  note?: string
  /** Board pad the wire is soldered to, instead of the one that belongs there. */
  pad?: string
  /** The wire is not fitted. */
  omitted?: boolean
  /** The wire is locked; what the lock holds and was not set by hand before. */
  locked?: LockHold[]
}

/** A point on the airframe seen from above: x to the right, y to the front, from the middle of the craft. */
export interface Spot {
  x: Millimetres
  y: Millimetres
}

export interface Plan {
  format: 'ypodoma-plan'
  schema: typeof planSchema
  name: string
  note: string
  craft: {
    outline: 'quad' | 'hex' | 'wing'
    /** Motor to motor across, or wing span. */
    size: Millimetres
    /** Greatest take-off mass in grams. */
    massLimit?: number
  }
  battery: { cells: number; chemistry: Chemistry; capacity: number }
  board: { definition: string; revision: string; firmware: string }
  devices: DeviceInstance[]
  /** The definitions this plan uses, as they were when they were chosen. */
  definitions: {
    boards: Record<string, BoardDefinition>
    devices: Record<string, DeviceDefinition>
    protocols: Record<string, ProtocolDefinition>
  }
  /** Take up the engine's proposal after each edit. */
  automatic: boolean
  assignment: Record<NeedKey, Placement>
  supplies: Record<SupplyKey, Place>
  locks: Record<NeedKey, Place>
  bans: Record<NeedKey, Place[]>
  /** Board-side settings by port id, where they differ from what the assignment gives. */
  portSettings: Record<string, LinkSettings>
  /** Device-side settings by need, where they differ from what the assignment gives. */
  deviceSettings: Record<NeedKey, LinkSettings>
  wires: Record<string, WireOverride>
  /** Where devices sit on the airframe, as far as set by hand; `board` and `battery` too. */
  placement: Record<string, Spot>
  /** Where boxes of the harness drawing were dragged to. */
  layout: Record<string, { x: number; y: number }>
  /** Wires ticked off as made. */
  built: Record<string, true>
}
