import { jobName, jobsAt, outputName, channelOf, pulseOutputs } from '../../../controls'
import { referTo, type Subject } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { heard } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { controls } = resolved.plan
  const channels = new Set(Object.values(controls.jobs).map(({ channel }) => channel))
  for (const channel of channels) {
    for (const { read, control, name, position } of heard(resolved, channel)) {
      const on = new Map(jobsAt(controls, channel, read).map((id) => [jobName(resolved, controls.jobs[id]!), id]))
      if (on.size < 2) continue
      const [, last] = [...on].at(-1)!
      yield {
        subjects: [referTo('control', control), ...[...on.values()].map((id): Subject => referTo('job', id))],
        fact: `${name} ${position.label} does ${on.size} things at once: ${[...on.keys()].join(', ')}`,
        fixes: [
          { label: `Take ${jobName(resolved, controls.jobs[last]!)} away`, edit: { type: 'job.set', job: last, as: null } },
        ],
      }
    }
    for (const { need, output } of pulseOutputs(resolved)) {
      const [id, job] = Object.entries(controls.jobs).find((each) => each[1].channel === channel)!
      const [at] = heard(resolved, channel)
      if (output?.by !== 'channel' || channelOf(output) !== channel || !at) continue
      yield {
        subjects: [referTo('control', at.control), referTo('need', need.key), referTo('job', id)],
        fact: `${at.name} moves ${outputName(need)} and switches ${jobName(resolved, job)} with it`,
        fixes: [{ label: 'Drive the output by nothing', edit: { type: 'output.set', need: need.key, as: null } }],
      }
    }
  }
}

export const oneJob: Rule = {
  meta: {
    id: 'CHN-08',
    family: 'control',
    severity: 'weigh',
    title: 'One switch, one job',
    why: 'A position that does two things does the second when only the first was wanted. Where both are meant, accept it with the reason.',
    reads: ['handset', 'channel jobs', 'outputs'],
  },
  check,
}
