import { channelOf, hasTarget, jobName, outputName, pulseOutputs } from '../../../controls'
import { referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { awayFixes, controlsBegun, followFixes } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  if (!controlsBegun(resolved)) return
  const { plan } = resolved
  const { handset, jobs } = plan.controls
  const fed = new Set(Object.values(handset).map(({ channel }) => channel))
  for (const { need, output } of pulseOutputs(resolved)) {
    if (!plan.assignment[need.key]) continue
    const channel = output && channelOf(output)
    const fixes = followFixes(resolved, { need, ...(output && { output }) })
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
    const away = awayFixes(resolved, id)
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
