import { padNames, type Lead, type Pad } from '../catalogue'
import type { FittedDevice, NeedKey, Place, ResolvedPlan } from '../plan'
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
  /** `DEVICE.TERMINAL`. */
  id: string
  /** Number in the wire list, W1 … */
  number: string
  kind: WireKind
  net: string
  /** Part of the main way of the power: from the battery to the ESCs, and to the board. */
  main: boolean
  /** Carries motor current: its peak lasts for moments. */
  bursts: boolean
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
