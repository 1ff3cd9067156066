import type { BoardDefinition, CharacterFormat, DeviceDefinition, ProtocolDefinition, SettingValue } from '../catalogue'
import type { Amps, Baud, Chemistry, Grams, Hertz, Millimetres, WireColour } from '../units'
import type { ColourRole } from './colour-roles'
import type { Controls } from './controls'
import type { JointKind } from './joint-kinds'
import type { Lights } from './lights'
import type { NeedKey, Place, SupplyKey } from './reference'

/** The schema version this program writes. */
export const planSchema = 12

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
  note?: string
}

/** A finding that is left as it is. */
export interface Acceptance {
  /** As it read when it was accepted; with another it is open again. */
  fact: string
  reason: string
  /** Who gave it, where that is known. */
  by?: string
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
  /** Pulse needs: the rate of the timer, where it is not the device's own default. */
  rate?: Hertz
  /** Needs of one pad: the timer that drives it, where the pin can be driven by several. */
  timer?: string
}

/** Values of one end of a link that were set by hand. */
export interface LinkSettings {
  protocol?: string
  baud?: Baud
  format?: CharacterFormat
  inverted?: boolean
  halfDuplex?: boolean
}

/** The two ends of a link. */
export type LinkSide = 'board' | 'device'

/** What the lock of a wire can hold: its values, and the place of the need it serves. */
export type LockHold = 'end' | 'colour' | 'gauge' | 'length' | 'need'

/** A point a wire can end at: `pad:PAD` of the board, or `terminal:DEVICE/TERMINAL`. */
export type WirePoint = `pad:${string}` | `terminal:${string}`

export interface WireOverride {
  colour?: WireColour
  gauge?: number
  length?: Millimetres
  note?: string
  /** Where the wire ends instead of where it belongs: a pad of the board or a terminal of a part. */
  end?: WirePoint
  /** The wire is not fitted. */
  omitted?: boolean
  /** The wire is locked; what the lock holds and was not set by hand before. */
  locked?: LockHold[]
}

/** A picture, by the name that its content has on the server, or an address, that is kept with a build. */
export interface Attached {
  label: string
  picture?: string
  address?: string
  note?: string
}

/** Where wires are joined away from pads and parts: the harness holds it as a part. */
export interface Joint {
  kind: JointKind
  name: string
}

/** A wire of the user's own, over those that the plan asks for. */
export interface ExtraWire {
  from: WirePoint
  to: WirePoint
}

/** How the flight log is taken, and what it is to show. */
export interface FlightLog {
  /** Control loops a second. */
  loop: Hertz
  /** Of how many loops one is recorded. */
  every: number
  /** Bytes of a record. */
  bytes: number
  /** Of the propellers in the air, where their line is to be seen. */
  propellers?: { rpm: number; blades: number }
}

/** Where an element of a display is held: at which edge or the middle, and how many cells from there. */
export interface Anchored {
  across: 'left' | 'middle' | 'right'
  column: number
  down: 'top' | 'middle' | 'bottom'
  row: number
}

/** As many layouts as a plan holds. */
export const mostDisplays = 12

/** One layout of a display: what is shown where. */
export interface DisplayLayout {
  name: string
  elements: Record<string, Anchored>
}

/** A set of glyphs of the user's own, by the code points of its signs: hexadecimal digits, row by row. */
export interface GlyphShapes {
  name: string
  /** Pixels of a cell. */
  width: number
  height: number
  size: number
  shapes: Record<string, string>
}

/** What of the craft the board measures itself, by a scale that is found by calibration. */
export const scales = { voltage: 'Battery voltage', current: 'Battery current' } as const
export type Scale = keyof typeof scales

/** A scale as it is told and written: in tenths, below one in three figures, so that none becomes 0. */
export const writtenScale = (scale: number): number => (scale >= 1 ? Math.round(scale * 10) / 10 : Number(scale.toPrecision(3)))

/** What a board had when it was last read, by the keys of the board link. */
export interface BoardKept {
  settings: Record<string, SettingValue>
}

/** A point on the airframe seen from above: x to the right, y to the front, from the middle of the craft. */
export interface Spot {
  x: Millimetres
  y: Millimetres
  /** Height of its underside above the board's; where such a part usually is when missing. */
  z?: Millimetres
  /** Degrees that it is turned to the right from where its upper edge looks to the front. */
  turn?: Turn
}

export const quarterTurns = [0, 90, 180, 270] as const
export type Turn = (typeof quarterTurns)[number]

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
    /** Current of each motor, hovering or cruising and at full throttle; estimated from the mass when missing. */
    motors?: { hover: Amps; full: Amps }
  }
  battery: {
    cells: number
    chemistry: Chemistry
    /** mAh */
    capacity: number
    /** Current it bears, in multiples of its capacity in an hour (C). */
    rating?: number
    /** Grams with lead and plug; estimated from its energy when missing. */
    mass?: Grams
    /** Kind of plug, as it is called. */
    connector?: string
  }
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
  /** Values set by hand at either end of a link, where they differ from what the assignment gives. */
  links: Record<NeedKey, Partial<Record<LinkSide, LinkSettings>>>
  /** Settings of devices made by hand, by device and setting; those that pair with a link stand with the link. */
  settings: Record<string, Record<string, SettingValue>>
  /** How the flight log is taken; as the logger's definition says when null. */
  log: FlightLog | null
  /** Scales of the board's own sensors, as calibrated. */
  scales: Partial<Record<Scale, number>>
  /** Steps of Settings that are done, each with the value that was set then; an empty one is any. */
  set: Record<string, string>
  /** What the board had when it was last read; null before that. */
  lastRead: BoardKept | null
  /** Layouts of the pilot's display, in order. */
  displays: Record<string, DisplayLayout>
  /** Glyphs that the display has in place of the product's own; those when null. */
  glyphs: GlyphShapes | null
  controls: Controls
  lights: Lights
  /** Board-wide features switched by hand, by name; the others are on where a link wants them. */
  features: Record<string, boolean>
  wires: Record<string, WireOverride>
  /** Splices, pin rails and Y-leads, by ids that no device has. */
  joints: Record<string, Joint>
  extras: Record<string, ExtraWire>
  /** Colours by what wires are for, where the workshop has its own; leads that parts come with keep theirs. */
  colours: Partial<Record<ColourRole, WireColour>>
  /** Cables that are made up by their table, not bought ready and straight: `DEVICE/CONNECTOR` of the board. */
  cables: Record<string, 'made-up'>
  /** Where devices sit on the airframe, as far as set by hand; `board` and `battery` too. */
  positions: Record<string, Spot>
  /** Where boxes of the harness drawing were dragged to. */
  boxPositions: Record<string, { x: number; y: number }>
  /** Findings that are left as they are, by their ids. */
  accepted: Record<string, Acceptance>
  /** Pictures, pages and addresses that are kept with the build, by ids. */
  attached: Record<string, Attached>
  /** What is ticked off: wires that are made, `step:` of the making. */
  built: Record<string, true>
}
