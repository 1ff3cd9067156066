import type { DeviceClass } from '../../catalogue'
import type { WireKind, Wire } from '../wires'

/** Lengths in the drawing's own units, about a pixel at 100 %. */
export const grid = { row: 17, head: 17, gap: 6, track: 7, padding: 6, label: 62, lane: 8, stub: 12 }

/** Height of the smallest letters. */
export const smallestText = 11
/** Width of letters: of the smallest, and of a device's name. */
export const letters = { small: 6.6, name: 7, model: 6.2 }

/** What a drawing is read on, in its own units, at the scale at which its smallest letters can just be read. */
export interface Room {
  width: number
  height: number
}

/** The room of a screen or a sheet of so many pixels or points, where letters have to be so many of them high. */
export function roomOf(width: number, height: number, least: number): Room {
  return { width: (width * smallestText) / least, height: (height * smallestText) / least }
}

/** The room of a drawing on a sheet of A4, letters of six points. */
export const paperRoom = roomOf(785, 449, 6)

export interface Point {
  x: number
  y: number
}

export interface DrawnTerminal {
  point: string
  label: string
  /** Where the wire starts. */
  x: number
  y: number
  /** A wire of a layer that is off, shown as a label instead. */
  badge?: { wire: string; text: string; kind: WireKind; colour: string }
}

export interface DrawnBox {
  /** Device id. */
  id: string
  title: string
  subtitle: string
  /** The kind of device whose picture it has; none at joints and the battery. */
  picture?: DeviceClass
  x: number
  y: number
  width: number
  height: number
  side: Side
  terminals: DrawnTerminal[]
}

export interface DrawnPad extends Point {
  id: string
  label: string
  /** As it is called where a wire ends at it, unlike any other. */
  name: string
  kind: 'signal' | 'supply' | 'ground'
  /** On the far side of the board. */
  under: boolean
  used: boolean
  /** Where the label stands: beside the pad towards the middle of the board. */
  anchor: 'left' | 'right' | 'above' | 'below'
}

/** The board at its true shape. */
export interface DrawnBoard {
  title: string
  subtitle: string
  x: number
  y: number
  width: number
  height: number
  radius: number
  /** Units of the drawing a millimetre. */
  scale: number
  pads: DrawnPad[]
  holes: { x: number; y: number; radius: number }[]
  /** Stretches that stand for what is left out, from one edge to the other. */
  breaks: { axis: 'x' | 'y'; from: number; width: number }[]
}

export interface DrawnWire {
  wire: Wire
  points: Point[]
  /** Where colour code and number are written. */
  label: Point
}

export interface HarnessDrawing {
  width: number
  height: number
  /** To draw the same arrangement again. */
  arrangement: Arrangement
  board: DrawnBoard
  devices: DrawnBox[]
  wires: DrawnWire[]
}

/** Whether a drawing can be read in a room, but for less than a hundredth. */
export const fitsIn = ({ width, height }: HarnessDrawing, room: Room): boolean =>
  Math.max(width / room.width, height / room.height) < 1.01

/** What it counts for, in bends, that a drawing is so many times too large for its smallest letters to be read. */
export const unreadCost = (tooLarge: number): number => (tooLarge > 1 ? unreadAtAll + (tooLarge - 1) * unreadTwice : 0)
const unreadAtAll = 120
const unreadTwice = 4000
/** A crossing is as bad as so many bends. */
export const crossingInBends = 12

export type Side = 'left' | 'right'
/** Over the top or under the bottom of the board. */
export type Brim = 'top' | 'bottom'

/** A device that stands between the columns, above or below the board, and faces the channel of a side. */
export interface Between {
  id: string
  brim: Brim
  side: Side
}

/** Which devices stand left and right of the board, from the top. */
export interface Arrangement extends Record<Side, string[]> {
  /** Devices between the columns, those next to the board first. */
  between?: Between[]
  /** Wires of a device in the order of its rows, where it is not that of their pads. */
  rows?: Record<string, string[]>
  /** Wires that go round the board another way than they would by themselves. */
  round?: Record<string, Brim>
}

/** The devices in the order in which they stand: left, right, between. */
export const standing = ({ left, right, between = [] }: Arrangement): string[] => [
  ...left,
  ...right,
  ...between.map(({ id }) => id),
]

/** What is drawn of a harness, and what it is drawn for. */
export interface SheetWish {
  layers: Layers
  /** What it is to be read on; anything when missing. */
  room?: Room
}

/** Which kinds of wire are drawn as lines; the others are labels at the device. */
export type Layer = WireKind | 'main'
export type Layers = Record<Layer, boolean>
/** What each layer is called. */
export const layerNames: Record<Layer, string> = {
  main: 'main power',
  signal: 'signal',
  video: 'video',
  supply: 'supply',
  ground: 'ground',
}
export const defaultLayers: Layers = { main: true, signal: true, video: true, supply: false, ground: false }

/** The layer a wire is drawn on: the main way of the power has its own, supply and ground of it together. */
export function layerOf({ kind, main }: Wire): Layer {
  return main ? 'main' : kind
}

/** Width of a wire's line: true to the gauge as far as neighbouring tracks allow. */
export function lineWidth(gauge: number): number {
  return Math.min(6, Math.max(1.6, 2 + (28 - gauge) * 0.22))
}
