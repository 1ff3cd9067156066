import { memo } from '../memo'
import type { Need } from '../catalogue'
import { protocolOf, type Carriage } from '../protocols'
import type { FittedNeed, ResolvedPlan } from '../plan'

/** What ways that are no protocol carry: a train of pulses on one wire, and a wire for each channel. */
const byPulses: Partial<Record<Need['kind'], Carriage>> = {
  'receiver-pulse': { channels: 8, onOff: [], rounded: Math.round },
  'receiver-parallel': { channels: 16, onOff: [], rounded: Math.round },
}

/** A way from a control receiver to the board that has its place: a link with the protocol it speaks, or pulses. */
interface PlacedWay {
  need: FittedNeed
  protocol?: string
  /** What it carries; missing where it carries no channels, or that is not known. */
  carries?: Carriage
}

function placedWays(resolved: ResolvedPlan): PlacedWay[] {
  return resolved.needs.flatMap((need): PlacedWay[] => {
    const placement = resolved.plan.assignment[need.key]
    const { device } = need.fitted
    if (device.class !== 'receiver' || !placement || !device.needs.some(({ kind }) => kind === 'control')) return []
    if (need.need.kind !== 'serial') return byPulses[need.need.kind] ? [{ need, carries: byPulses[need.need.kind] }] : []
    const { protocol = '' } = placement
    return [{ need, protocol, carries: carriageOf(resolved, protocol) }]
  })
}

/** The link of a control receiver that should bring the channels, where no way that has a place is known to. */
export function unknownCarrier(resolved: ResolvedPlan): { need: FittedNeed; protocol: string } | undefined {
  const ways = placedWays(resolved)
  if (ways.some(({ carries }) => carries)) return undefined
  const [first] = ways.flatMap(({ need, protocol }) => (protocol === undefined ? [] : [{ need, protocol }]))
  return first
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
  const { need, carries: way } = placedWays(resolved).find(({ carries }) => carries) ?? {}
  const control = need?.fitted.device.needs.find((each) => each.kind === 'control')
  if (!need || !way || control?.kind !== 'control') return undefined
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
function carriageOf({ protocols }: ResolvedPlan, protocol: string): Carriage | undefined {
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
