import type { Pad, VideoNeed } from '../catalogue'
import type { FittedDevice, ResolvedPlan } from '../plan'
import { videoPads } from '../suitability'

/** One end of a video connection. */
export type VideoPoint = { device: FittedDevice; terminal: string } | { pad: Pad }

export interface VideoLink {
  from: VideoPoint
  to: VideoPoint
}

/**
 * The video chain of a plan: camera, then overlays, then transmitter. The board's
 * own overlay chip takes part when no overlay device is fitted. Ends without a
 * partner stay out.
 */
export function videoChain(resolved: ResolvedPlan): VideoLink[] {
  const ends = (fitted: FittedDevice, direction: 'in' | 'out') =>
    fitted.device.needs.find((need): need is VideoNeed => need.kind === 'video' && need.direction === direction)
  const devices = resolved.devices.filter((fitted) => ends(fitted, 'in') || ends(fitted, 'out'))
  const camera = devices.find((fitted) => ends(fitted, 'out') && !ends(fitted, 'in'))
  const transmitter = devices.find((fitted) => ends(fitted, 'in') && !ends(fitted, 'out'))
  const middle = devices.filter((fitted) => ends(fitted, 'in') && ends(fitted, 'out'))
  const outOf = (fitted: FittedDevice): VideoPoint => ({ device: fitted, terminal: ends(fitted, 'out')!.terminal })
  const into = (fitted: FittedDevice): VideoPoint => ({ device: fitted, terminal: ends(fitted, 'in')!.terminal })
  const steps: { in?: VideoPoint; out?: VideoPoint }[] = []
  if (camera) steps.push({ out: outOf(camera) })
  for (const fitted of middle) steps.push({ in: into(fitted), out: outOf(fitted) })
  const chip = middle.length ? undefined : boardVideo(resolved)
  if (chip) steps.push(chip)
  if (transmitter) steps.push({ in: into(transmitter) })
  return steps.flatMap((step, at): VideoLink[] => {
    const next = steps[at + 1]
    return step.out && next?.in && ('device' in step.out || 'device' in next.in) ? [{ from: step.out, to: next.in }] : []
  })
}

/** The board's own overlay chip as a step of the chain. */
function boardVideo(resolved: ResolvedPlan): { in: VideoPoint; out: VideoPoint } | undefined {
  const pads = videoPads(resolved)
  return pads && { in: { pad: pads.in }, out: { pad: pads.out } }
}
