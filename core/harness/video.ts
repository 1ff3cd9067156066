import type { Pad, VideoNeed } from '../catalogue'
import { isIdle, type FittedDevice, type ResolvedPlan } from '../plan'
import { videoPads } from '../suitability'

/** One end of a video connection. */
export type VideoPoint = { device: FittedDevice; terminal: string } | { pad: Pad }

export interface VideoLink {
  from: VideoPoint
  to: VideoPoint
}

/**
 * The video chain of a plan: camera, or cameras at the inputs of a switch in their order, then overlays,
 * as far as they have a place, then transmitter. The board's
 * own overlay chip takes part when no overlay device is fitted. Ends without a
 * partner stay out.
 */
export function videoChain(resolved: ResolvedPlan): VideoLink[] {
  const all = (fitted: FittedDevice, direction: 'in' | 'out') =>
    fitted.device.needs.filter((need): need is VideoNeed => need.kind === 'video' && need.direction === direction)
  const ends = (fitted: FittedDevice, direction: 'in' | 'out') => all(fitted, direction)[0]
  const devices = resolved.devices.filter((fitted) => ends(fitted, 'in') || ends(fitted, 'out'))
  const cameras = devices.filter((fitted) => ends(fitted, 'out') && !ends(fitted, 'in'))
  const transmitter = devices.find((fitted) => ends(fitted, 'in') && !ends(fitted, 'out'))
  const chooser = devices.find((fitted) => all(fitted, 'in').length > 1 && ends(fitted, 'out'))
  const middle = devices.filter(
    (fitted) => fitted !== chooser && ends(fitted, 'in') && ends(fitted, 'out') && !isIdle(resolved, fitted),
  )
  const outOf = (fitted: FittedDevice): VideoPoint => ({ device: fitted, terminal: ends(fitted, 'out')!.terminal })
  const into = (fitted: FittedDevice): VideoPoint => ({ device: fitted, terminal: ends(fitted, 'in')!.terminal })
  const steps: { in?: VideoPoint; out?: VideoPoint }[] = []
  const chosen = chooser ? all(chooser, 'in').flatMap(({ terminal }, at) => ({ terminal, camera: cameras[at] })) : []
  const [camera] = cameras
  if (chooser) steps.push({ out: outOf(chooser) })
  else if (camera) steps.push({ out: outOf(camera) })
  for (const fitted of middle) steps.push({ in: into(fitted), out: outOf(fitted) })
  const chip = middle.length ? undefined : boardVideo(resolved)
  if (chip) steps.push(chip)
  if (transmitter) steps.push({ in: into(transmitter) })
  const before = chosen.flatMap(({ terminal, camera }): VideoLink[] =>
    chooser && camera ? [{ from: outOf(camera), to: { device: chooser, terminal } }] : [],
  )
  const along = steps.flatMap((step, at): VideoLink[] => {
    const next = steps[at + 1]
    return step.out && next?.in && ('device' in step.out || 'device' in next.in) ? [{ from: step.out, to: next.in }] : []
  })
  return [...before, ...along]
}

/** The board's own overlay chip as a step of the chain. */
function boardVideo(resolved: ResolvedPlan): { in: VideoPoint; out: VideoPoint } | undefined {
  const pads = videoPads(resolved)
  return pads && { in: { pad: pads.in }, out: { pad: pads.out } }
}
