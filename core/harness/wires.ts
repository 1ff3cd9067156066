import { padNames, type Lead, type Pad } from '../catalogue'
import type { FittedDevice, NeedKey, Place, ResolvedPlan } from '../plan'
import { wireDiameter, type Amps, type Millimetres, type WireColour } from '../units'

export type WireKind = 'signal' | 'supply' | 'ground' | 'video'

/** One end of a wire: a pad of the board or a terminal of a device. */
export interface WireEnd {
  /** Device id; missing at the board. */
  device?: string
  /** Pad id or terminal id. */
  point: string
  label: string
  /** Connector and contact number, where there is one. */
  connector?: string
  contact?: number
}

/** A wire as it is to be made. It runs from the device to the board or to another device. */
export interface Wire {
  /** `DEVICE.TERMINAL`. */
  id: string
  /** Number in the wire list, W1 … */
  number: string
  kind: WireKind
  net: string
  /** Part of the main way of the power: from the battery to the ESCs, and to the board. */
  main: boolean
  from: WireEnd
  to: WireEnd
  colour: WireColour
  gauge: number
  /** Length from end to end, with what it takes to strip and join. */
  length: Millimetres
  /** The length was given by hand. */
  measured: boolean
  /** The part comes with it; what it falls short of is an extension. */
  lead?: Lead
  note: string
  need?: NeedKey
  source?: Place
  omitted: boolean
  /** Held as it is by hand. */
  locked: boolean
}

/** `DEVICE.TERMINAL`: a wire is named by the device's end of it, which stays when the need moves. */
export function wireId(device: string, terminal: string): string {
  return `${device}.${terminal}`
}

/** Wire sizes that are chosen from, thinnest first. */
export const gauges = [28, 26, 24, 22, 20, 18, 16, 14, 12, 10, 8] as const

/**
 * Current a wire of a gauge carries without harm in a bundle: 10 A × d^1.5 (d in
 * mm), an eighth of the fusing current of copper (W. H. Preece, 1884: 80 A × d^1.5).
 */
export function ampacity(gauge: number): Amps {
  return 10 * wireDiameter(gauge) ** 1.5
}

/**
 * A wire of 20 AWG and thicker, lying by itself, bears three times that for half a minute: at nine
 * times the heat (I²R) its copper and silicone, 0.7 J/K and more for each centimetre, warm by some
 * 40 K in that time.
 */
export const burstFactor = 3
export const thinnestMain = 20

/** The thinnest gauge for a wire with motor current: what flows on and on, and for moments at full throttle. */
export function mainGaugeFor(typical: Amps, peak: Amps): number {
  return Math.min(thinnestMain, gaugeFor(Math.max(typical, peak / burstFactor)))
}

/** The thinnest gauge at hand that carries a current. */
export function gaugeFor(current: Amps): number {
  return gauges.find((gauge) => ampacity(gauge) >= current) ?? gauges.at(-1)!
}

/** A pad of the board as the end of a wire. */
export function boardEnd({ board }: ResolvedPlan, pad: Pad): WireEnd {
  const connector = board.connectors.find(({ id }) => id === pad.connector)?.label
  return { point: pad.id, label: padNames(board).get(pad.id) ?? pad.label, connector, contact: pad.position }
}

/** A device's terminal as the end of a wire, in the first connector that has it. */
export function deviceEnd({ id, device }: FittedDevice, terminal: string): WireEnd {
  const connector = device.connectors.find((connector) => connector.pins.includes(terminal))
  return {
    device: id,
    point: terminal,
    label: device.terminals.find(({ id }) => id === terminal)?.label ?? terminal,
    connector: connector?.type,
    contact: connector ? connector.pins.indexOf(terminal) + 1 : undefined,
  }
}
