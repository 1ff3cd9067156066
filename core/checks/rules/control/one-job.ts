import { jobName, jobsAt, outputName, channelOf, pulseOutputs } from '../../../controls'
import { referTo, type Subject } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { awayFixes, followFixes, heard } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { controls } = resolved.plan
  const channels = new Set(Object.values(controls.jobs).map(({ channel }) => channel))
  for (const channel of channels) {
    const together = new Map<string, { jobs: string[]; positions: ReturnType<typeof heard> }>()
    for (const position of heard(resolved, channel)) {
      // Two ranges for one thing are one thing.
      const jobs = new Map(jobsAt(controls, channel, position.read).map((id) => [jobName(resolved, controls.jobs[id]!), id]))
      if (jobs.size < 2) continue
      const key = [position.control, ...jobs.values()].join(' ')
      const known = together.get(key) ?? { jobs: [...jobs.values()], positions: [] }
      together.set(key, { ...known, positions: [...known.positions, position] })
    }
    for (const { jobs, positions } of together.values()) {
      const names = jobs.map((id) => jobName(resolved, controls.jobs[id]!))
      yield {
        subjects: [referTo('control', positions[0]!.control), ...jobs.map((id): Subject => referTo('job', id))],
        fact: `${positions[0]!.name} ${positions.map(({ position }) => position.label).join(' and ')} does ${jobs.length} things at once: ${names.join(', ')}`,
        fixes: awayFixes(resolved, jobs.at(-1)!, `Remove ${names.at(-1)}`),
      }
    }
    for (const { need, output } of pulseOutputs(resolved)) {
      const [id, job] = Object.entries(controls.jobs).find((each) => each[1].channel === channel)!
      const [at] = heard(resolved, channel)
      if (output?.by !== 'channel' || channelOf(output) !== channel || !at) continue
      const { triggers } = need.need
      // What cannot be taken back must not come with the one switch that everybody moves before each flight.
      const fires = triggers?.final && job.does === 'arm'
      yield {
        severity: fires ? 'stop' : 'weigh',
        subjects: [referTo('control', at.control), referTo('need', need.key), referTo('job', id)],
        fact: fires
          ? `${at.name} switches ${jobName(resolved, job)}, and ${outputName(need)} ${triggers.does} with it`
          : `${at.name} moves ${outputName(need)} and switches ${jobName(resolved, job)} with it`,
        fixes: followFixes(resolved, { need, output }),
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
