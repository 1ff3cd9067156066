import type { Pad } from '../catalogue'
import type { FittedDevice, NeedKey, Place } from '../plan'
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
  from: WireEnd
  to: WireEnd
  colour: WireColour
  gauge: number
  /** Length to cut. */
  length: Millimetres
  /** The length was given by hand. */
  measured: boolean
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

/** Wire sizes at hand, thinnest first. */
export const gauges = [28, 26, 24, 22, 20, 18, 16, 14, 12, 10] as const

/**
 * Current a wire of a gauge carries without harm in a bundle: 10 A × d^1.5 (d in
 * mm), an eighth of the fusing current of copper (W. H. Preece, 1884: 80 A × d^1.5).
 */
export function ampacity(gauge: number): Amps {
  return 10 * wireDiameter(gauge) ** 1.5
}

/** The thinnest gauge at hand that carries a current. */
export function gaugeFor(current: Amps): number {
  return gauges.find((gauge) => ampacity(gauge) >= current) ?? gauges.at(-1)!
}

export function boardEnd(pad: Pad, connectorLabel?: string): WireEnd {
  return { point: pad.id, label: pad.label, connector: connectorLabel, contact: pad.position }
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
