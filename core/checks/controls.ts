import { carrierOf, channelOf, columnsOf, passedOn, type Column, type PulseOutput } from '../controls'
import {
  controlKinds,
  jobKinds,
  type ControlOutput,
  type Controls,
  type Edit,
  type HandsetControl,
  type Job,
  type ResolvedPlan,
} from '../plan'
import type { Fix } from './finding'

/** Whether anything of the controls is laid out yet; before that nothing of them is judged. */
export const controlsBegun = ({ plan }: ResolvedPlan) => Object.keys(plan.controls.handset).length > 0

/** Channels that something hangs on already; the first four are the sticks'. */
function busyChannels({ jobs, outputs }: Controls): Set<number | undefined> {
  return new Set([1, 2, 3, 4, ...Object.values(jobs).map(({ channel }) => channel), ...Object.values(outputs).map(channelOf)])
}

/** The lowest channel that arrives, carries more than on and off, and that nothing sends on or waits for. */
export function freeChannel(resolved: ResolvedPlan): number | undefined {
  const carrier = carrierOf(resolved)
  const { controls } = resolved.plan
  const busy = busyChannels(controls)
  for (const { channel } of Object.values(controls.handset)) busy.add(channel ?? undefined)
  for (let channel = 5; channel <= (carrier?.channels ?? 0); channel += 1)
    if (!busy.has(channel) && !carrier!.onOff.includes(channel)) return channel
  return undefined
}

/** A control with its channel, which is heard and has no job yet. */
export interface SpareControl extends HandsetControl {
  channel: number
}

/** Controls without a job whose channels arrive, those that stand between their ends, or those that click, first. */
export function spareControls(resolved: ResolvedPlan, smooth: boolean): SpareControl[] {
  const { controls } = resolved.plan
  const busy = busyChannels(controls)
  const carrier = carrierOf(resolved)
  const channels = Object.values(controls.handset).map(({ channel }) => channel)
  const spare = Object.values(controls.handset).filter(
    (control): control is SpareControl =>
      control.channel !== null &&
      control.channel <= (carrier?.channels ?? 0) &&
      !busy.has(control.channel) &&
      !(smooth && carrier?.onOff.includes(control.channel)) &&
      channels.filter((channel) => channel === control.channel).length === 1,
  )
  const suits = ({ kind }: HandsetControl) => controlKinds[kind].proportional === smooth
  return spare.toSorted((one, other) => Number(suits(other)) - Number(suits(one)))
}

/** A switch without a job: none that is moved without a click. */
export const spareSwitch = (resolved: ResolvedPlan): SpareControl | undefined =>
  spareControls(resolved, false).find(({ kind }) => !controlKinds[kind].proportional)

/** The range of a switch's last position, clear of the one before it; of a reversed one that is the lower end. */
export const lastPosition = ({ reversed }: Pick<HandsetControl, 'reversed'>) =>
  reversed ? { from: 900, to: 1200 } : { from: 1800, to: 2100 }

/** Whether a job as it would be is on together with another of its kind of which one is on at a time. */
export const wouldClash = (jobs: Controls['jobs'], id: string, as: Job): boolean =>
  jobKinds[as.does].oneAtATime &&
  Object.entries(jobs).some(
    ([other, each]) =>
      other !== id &&
      each.does === as.does &&
      each.what !== as.what &&
      each.channel === as.channel &&
      each.from < as.to &&
      as.from < each.to,
  )

/** Takes a job away; not the last one that arms, without which nothing flies. */
export function awayFixes({ plan: { controls } }: ResolvedPlan, id: string, label = 'Remove it'): Fix[] {
  const { does } = controls.jobs[id]!
  const alone = Object.values(controls.jobs).filter((job) => job.does === does).length === 1
  return does === 'arm' && alone ? [] : [{ label, edit: { type: 'job.set', job: id, as: null } }]
}

/** Has an output follow another channel: one that is spare, or none where the board levels it anyway. A control surface wants its stick. */
export function followFixes(resolved: ResolvedPlan, { need, output }: PulseOutput): Fix[] {
  const set = (label: string, as: ControlOutput): Fix => ({ label, edit: { type: 'output.set', need: need.key, as } })
  if (output?.by === 'surface') return []
  if (output?.by === 'level') {
    const { channel: _, ...alone } = output
    return [set('Point it by no channel', alone)]
  }
  const [spare] = spareControls(resolved, need.need.moves !== undefined)
  return spare ? [set(`Pass ${spare.name} on to it`, { ...(output ?? passedOn(spare.channel)), channel: spare.channel })] : []
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
