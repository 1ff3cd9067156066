import { carrierOf, channelOf, columnsOf, type Column } from '../controls'
import type { ControlOutput, Controls, Edit, Job, ResolvedPlan } from '../plan'

/** Whether anything of the controls is laid out yet; before that nothing of them is judged. */
export const controlsBegun = ({ plan }: ResolvedPlan) => Object.keys(plan.controls.handset).length > 0

/** The lowest channel that arrives, carries more than on and off, and is not in use; the first four are the sticks'. */
export function freeChannel(resolved: ResolvedPlan): number | undefined {
  const carrier = carrierOf(resolved)
  const used = new Set(Object.values(resolved.plan.controls.handset).map(({ channel }) => channel))
  const all = Array.from({ length: Math.max(0, (carrier?.channels ?? 0) - 4) }, (_, at) => at + 5)
  return all.find((channel) => !used.has(channel) && !carrier!.onOff.includes(channel))
}

/** Puts a control, and all that hangs on its channel, on another channel. */
export function moveControl({ handset, jobs, outputs }: Controls, id: string, to: number, along = true): Edit {
  const control = handset[id]!
  const follows = (one: Pick<Job, 'channel'> | Pick<ControlOutput, 'channel'>) => along && one.channel === control.channel
  return {
    type: 'several',
    label: `${control.name} over channel ${to}`,
    edits: [
      { type: 'handset.set', control: id, as: { ...control, channel: to } },
      ...Object.entries(jobs)
        .filter(([, job]) => follows(job))
        .map(([job, as]): Edit => ({ type: 'job.set', job, as: { ...as, channel: to } })),
      ...Object.entries(outputs)
        .filter(([, output]) => output.by !== 'surface' && follows(output))
        .map(([need, as]): Edit => ({ type: 'output.set', need, as: { ...as, channel: to } })),
    ],
  }
}

/** The positions of the control of a channel that the board hears of, from the lowest pulse on. */
export const heard = (resolved: ResolvedPlan, channel: number): (Column & { read: number })[] =>
  columnsOf(resolved)
    .filter((each): each is Column & { read: number } => each.channel === channel && each.read !== undefined)
    .toSorted((one, other) => one.read - other.read)

/** Whether a channel drives something that follows it, rather than turning at one pulse. */
export const isProportional = (resolved: ResolvedPlan, channel: number) =>
  Object.entries(resolved.plan.controls.outputs).some(([key, output]) => {
    const need = resolved.need(key)?.need
    return need?.kind === 'pulse' && need.moves !== undefined && channelOf(output) === channel
  })
