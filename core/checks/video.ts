import type { VideoNeed } from '../catalogue'
import type { VideoPoint } from '../harness'
import { referTo, type ResolvedPlan, type Subject } from '../plan'

/** What an end of a video connection is called and which standards it knows. */
export function standardsOf(resolved: ResolvedPlan, end: VideoPoint): { name: string; standards: string[] } {
  if ('pad' in end)
    return { name: resolved.board.overlay?.name ?? resolved.board.name, standards: resolved.board.overlay?.standards ?? [] }
  const need = end.device.device.needs.find(
    (candidate): candidate is VideoNeed => candidate.kind === 'video' && candidate.terminal === end.terminal,
  )
  return { name: end.device.instance.name, standards: need?.standards ?? [] }
}

/** The device at an end of a video connection; none at the board's own chip. */
export function aboutVideo(end: VideoPoint): Subject[] {
  return 'device' in end ? [referTo('device', end.device.id)] : []
}
