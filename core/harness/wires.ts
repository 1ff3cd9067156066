import type { Pad } from '../catalogue'
import type { FittedDevice, NeedKey, Place } from '../plan'
import type { Millimetres, WireColour } from '../units'

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
  /** `DEVICE.TERMINAL`, which does not change when the need moves. */
  id: string
  /** Number in the wire list, W1 … */
  number: string
  kind: WireKind
  net: string
  from: WireEnd
  to: WireEnd
  colour: WireColour
  gauge: number
  length: Millimetres
  note: string
  need?: NeedKey
  source?: Place
  omitted: boolean
}

/** Length of a wire until its device has a place on the airframe. */
export const unplacedLength: Millimetres = 120

/** Gauge that carries a current without warming, from a table of one size for each step. */
export function gaugeFor(current: number): number {
  const steps: [limit: number, gauge: number][] = [
    [1, 28],
    [2, 26],
    [3.5, 24],
    [5, 22],
    [9, 20],
  ]
  return steps.find(([limit]) => current <= limit)?.[1] ?? 18
}

export function boardEnd(pad: Pad, connectorLabel?: string): WireEnd {
  return { point: pad.id, label: pad.label, connector: connectorLabel, contact: pad.position }
}

/** A device's terminal as the end of a wire, in the first connector that has it. */
export function deviceEnd({ id, device }: FittedDevice, terminal: string): WireEnd {
  const connector = device.connectors.find((one) => one.pins.includes(terminal))
  return {
    device: id,
    point: terminal,
    label: device.terminals.find((one) => one.id === terminal)?.label ?? terminal,
    connector: connector?.type,
    contact: connector ? connector.pins.indexOf(terminal) + 1 : undefined,
  }
}
