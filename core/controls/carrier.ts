import { memo } from '../memo'
import { channelCount, countToMicroseconds, microsecondsToCount } from '../protocols'
import type { FittedNeed, ResolvedPlan } from '../plan'

/** What each way of carrying channels from the receiver to the board can do: whole channels, those of on and off alone, and how a pulse is rounded. */
const ways: Record<string, { channels: number; onOff: number[]; rounded: (width: number) => number }> = {
  sbus: { channels: channelCount, onOff: [17, 18], rounded: asCount },
  crsf: { channels: channelCount, onOff: [], rounded: asCount },
  ibus: { channels: 14, onOff: [], rounded: Math.round },
  'receiver-pulse': { channels: 8, onOff: [], rounded: Math.round },
  'receiver-parallel': { channels: 16, onOff: [], rounded: Math.round },
}

/** As 11 bits carry it: steps of 5/8 µs. */
function asCount(width: number): number {
  return countToMicroseconds(Math.min(2047, Math.max(0, microsecondsToCount(width))))
}

/** What brings the channels from the handset to the board. */
export interface Carrier {
  need: FittedNeed
  /** Channels that arrive at all. */
  channels: number
  /** Of those the ones that are on or off and nothing between. */
  onOff: number[]
  /** Frames a second. */
  rate?: number
  /** Values that the radio link tells apart on the others. */
  steps?: number
  rounded: (width: number) => number
}

/** The control receiver of a build with what it carries; nothing before one has a place. */
export const carrierOf = memo((resolved: ResolvedPlan): Carrier | undefined => {
  for (const need of resolved.needs) {
    const { fitted, key } = need
    const placement = resolved.plan.assignment[key]
    if (fitted.device.class !== 'receiver' || !placement) continue
    const way = ways[need.need.kind === 'serial' ? (placement.protocol ?? '') : need.need.kind]
    const control = fitted.device.needs.find((each) => each.kind === 'control')
    if (!way || control?.kind !== 'control') continue
    const frames =
      need.need.kind === 'serial' ? need.need.messages.find(({ direction }) => direction === 'from-device') : undefined
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
  }
  return undefined
})

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
