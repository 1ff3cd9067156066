import type { VideoNeed } from '../catalogue'
import type { VideoPoint } from '../harness'
import type { ResolvedPlan } from '../plan'

/** What an end of a video connection is called and which standards it knows. */
export function standardsOf(resolved: ResolvedPlan, end: VideoPoint): { name: string; standards: string[] } {
  if ('pad' in end)
    return { name: resolved.board.overlay?.name ?? resolved.board.name, standards: resolved.board.overlay?.standards ?? [] }
  const need = end.device.device.needs.find((one): one is VideoNeed => one.kind === 'video' && one.terminal === end.terminal)
  return { name: end.device.instance.name, standards: need?.standards ?? [] }
}
