import { channelOf, hasTarget, jobName, outputName, pulseOutputs } from '../../../controls'
import { controlKinds, referTo, type ControlOutput, type ResolvedPlan } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { controlsBegun } from '../../controls'

/** A control whose channel nothing uses yet, one that stands between its ends first where that is wanted. */
function spareControl({ plan: { controls } }: ResolvedPlan, smooth: boolean) {
  const used = new Set([
    ...Object.values(controls.jobs).map(({ channel }) => channel),
    ...Object.values(controls.outputs).map(channelOf),
    ...[1, 2, 3, 4],
  ])
  const spare = Object.values(controls.handset).filter(({ channel }) => channel !== null && !used.has(channel))
  return spare.find(({ kind }) => controlKinds[kind].proportional === smooth) ?? spare[0]
}

const passed = (channel: number): ControlOutput => ({
  by: 'channel',
  channel,
  low: 1000,
  middle: 1500,
  high: 2000,
  reversed: false,
  curve: 0,
  onLoss: 'none',
  powerUp: 'none',
})

function* check({ resolved }: CheckContext): Iterable<Report> {
  if (!controlsBegun(resolved)) return
  const { plan } = resolved
  const { handset, jobs } = plan.controls
  const fed = new Set(Object.values(handset).map(({ channel }) => channel))
  for (const { need, output } of pulseOutputs(resolved)) {
    if (!plan.assignment[need.key]) continue
    const channel = output && channelOf(output)
    const spare = spareControl(resolved, need.need.moves !== undefined)
    const fixes =
      spare?.channel == null
        ? []
        : [
            {
              label: `Pass ${spare.name} on to it`,
              edit: { type: 'output.set', need: need.key, as: passed(spare.channel) } as const,
            },
          ]
    if (!output)
      yield {
        subjects: [referTo('need', need.key)],
        fact: `${outputName(need)} has an output, but nothing drives it`,
        fixes,
      }
    else if (output.by !== 'level' && !fed.has(channel ?? null))
      yield {
        subjects: [referTo('need', need.key)],
        fact: `${outputName(need)} follows channel ${channel}, which nothing on the handset sends`,
        fixes,
      }
  }
  for (const [id, job] of Object.entries(jobs)) {
    const away = [{ label: 'Take it away', edit: { type: 'job.set', job: id, as: null } as const }]
    if (!hasTarget(resolved, job))
      yield {
        subjects: [referTo('job', id)],
        fact: `${jobName(resolved, job)}: what channel ${job.channel} is to switch is not there`,
        fixes: away,
      }
    else if (!fed.has(job.channel))
      yield {
        subjects: [referTo('job', id)],
        fact: `${jobName(resolved, job)} waits for channel ${job.channel}, which nothing on the handset sends`,
        fixes: away,
      }
  }
}

export const routed: Rule = {
  meta: {
    id: 'CHN-05',
    family: 'control',
    severity: 'fix',
    title: 'What is switched is reached',
    why: 'A part on an output that nothing drives stays still; a range of a channel that nothing sends is never entered.',
    reads: ['handset', 'channel jobs', 'outputs', 'assignment', 'display layouts'],
  },
  check,
}
