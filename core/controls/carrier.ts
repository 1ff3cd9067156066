import { memo } from '../memo'
import type { Need } from '../catalogue'
import { protocolOf, type Carriage } from '../protocols'
import type { FittedNeed, ResolvedPlan } from '../plan'

/** What ways that are no protocol carry: a train of pulses on one wire, and a wire for each channel. */
const byPulses: Partial<Record<Need['kind'], Carriage>> = {
  'receiver-pulse': { channels: 8, onOff: [], rounded: Math.round },
  'receiver-parallel': { channels: 16, onOff: [], rounded: Math.round },
}

/** The control receiver of a build at its place; nothing before it has one. */
export function placedReceiver(resolved: ResolvedPlan): { need: FittedNeed; protocol?: string } | undefined {
  for (const need of resolved.needs) {
    const placement = resolved.plan.assignment[need.key]
    const { device } = need.fitted
    if (device.class !== 'receiver' || !placement || !device.needs.some(({ kind }) => kind === 'control')) continue
    if (need.need.kind === 'serial') return { need, protocol: placement.protocol ?? '' }
    if (byPulses[need.need.kind]) return { need }
  }
  return undefined
}

/** What brings the channels from the handset to the board. */
export interface Carrier {
  need: FittedNeed
  /** Channels that arrive at all. */
  channels: number
  /** Of those the ones that are on or off and nothing between. */
  onOff: readonly number[]
  /** Frames a second. */
  rate?: number
  /** Values that the radio link tells apart on the others. */
  steps?: number
  rounded: (width: number) => number
}

/** The control receiver of a build with what it carries; nothing before one has a place, or where that is not known. */
export const carrierOf = memo((resolved: ResolvedPlan): Carrier | undefined => {
  const { need, protocol } = placedReceiver(resolved) ?? {}
  if (!need) return undefined
  const way = protocol === undefined ? byPulses[need.need.kind] : carriageOf(resolved, protocol)
  const control = need.fitted.device.needs.find((each) => each.kind === 'control')
  if (!way || control?.kind !== 'control') return undefined
  const frames = need.need.kind === 'serial' ? need.need.messages.find(({ direction }) => direction === 'from-device') : undefined
  // A channel that the wire alone carries on and off comes on top of the whole ones, where the receiver has it.
  const beyond = way.onOff.filter((channel) => channel <= control.channels)
  return {
    need,
    channels: Math.min(control.channels, Math.max(way.channels, ...beyond)),
    onOff: [...control.onOff, ...beyond],
    ...(frames && { rate: frames.rate }),
    ...(control.steps && { steps: control.steps }),
    rounded: way.rounded,
  }
})

/** What a protocol carries: as the product speaks it, or as its definition says. */
export function carriageOf({ protocols }: ResolvedPlan, protocol: string): Carriage | undefined {
  const channels = protocols[protocol]?.channels
  return protocolOf(protocol)?.carries ?? (channels === undefined ? undefined : { channels, onOff: [], rounded: Math.round })
}

/** Pulses between which the steps of a radio link lie, in µs. */
const span = { low: 988, high: 2012 }

/**
 * A pulse as the board reads it, in µs.
 * @param width as the handset sends it, in µs
 * @returns nothing where the channel does not arrive
 */
export function carried({ channels, onOff, steps, rounded }: Carrier, channel: number, width: number): number | undefined {
  if (channel > channels) return undefined
  if (onOff.includes(channel)) return rounded(width >= 1500 ? 2000 : 1000)
  if (!steps) return rounded(width)
  const step = (span.high - span.low) / (steps - 1)
  const within = Math.min(span.high, Math.max(span.low, width))
  return rounded(span.low + Math.round((within - span.low) / step) * step)
}
