import { jobName, outputName, pulseOf, pulseOutputs, triggered, valueOfWidth } from '../../../controls'
import { controlKinds, referTo, type Job } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { heard } from '../../controls'

const rounded = (widths: number[]) => widths.map((width) => Math.round(width)).join(', ')

function* jobs({ resolved }: CheckContext): Iterable<Report> {
  const { handset, jobs: all } = resolved.plan.controls
  for (const [id, job] of Object.entries(all)) {
    const positions = heard(resolved, job.channel)
    const [first] = positions
    if (!first) continue
    const { proportional } = controlKinds[handset[first.control]!.kind]
    const reached = positions.some(({ read }) => read >= job.from && read < job.to)
    const between = proportional && positions[0]!.read < job.to && positions.at(-1)!.read >= job.from
    if (reached || between) continue
    yield {
      subjects: [referTo('job', id), referTo('control', first.control)],
      fact: `${jobName(resolved, job)} is on from ${job.from} to ${job.to} µs of channel ${job.channel}; ${first.name} gives ${rounded(positions.map(({ read }) => read))} µs and never switches it`,
      fixes: [
        {
          label: `On with ${first.name} ${positions.at(-1)!.position.label}`,
          edit: { type: 'job.set', job: id, as: around(job, positions.at(-1)!.read) },
        },
        { label: 'Take it away', edit: { type: 'job.set', job: id, as: null } },
      ],
    }
  }
}
const around = (job: Job, width: number): Job => ({ ...job, from: Math.round(width) - 200, to: Math.round(width) + 100 })

function* outputs({ resolved }: CheckContext): Iterable<Report> {
  for (const { need, output } of pulseOutputs(resolved)) {
    const { triggers } = need.need
    if (!triggers || output?.by !== 'channel') continue
    const positions = heard(resolved, output.channel!)
    if (!positions.length) continue
    const pulses = positions.map(({ read }) => pulseOf(output, valueOfWidth(read)))
    const does = pulses.map((pulse) => triggered(need.need, pulse))
    if (does.includes(true) && does.includes(false)) continue
    yield {
      subjects: [referTo('need', need.key), referTo('control', positions[0]!.control)],
      fact: `${outputName(need)} ${triggers.does} from ${triggers.at} µs on and rests below ${triggers.at - triggers.hysteresis} µs; ${positions[0]!.name} makes ${rounded(pulses)} µs of it: it ${does.includes(true) ? 'never rests' : `never ${triggers.does}`}`,
      fixes: [
        {
          label: 'Pulses of 1000 to 2000 µs',
          edit: { type: 'output.set', need: need.key, as: { ...output, low: 1000, middle: 1500, high: 2000, curve: 0 } },
        },
      ],
    }
  }
}

export const thresholdCrossed: Rule = {
  meta: {
    id: 'CHN-04',
    family: 'control',
    severity: 'fix',
    title: 'A switch crosses the threshold of what it switches',
    why: 'A range that no position reaches, or a pulse that stays on one side of a part’s threshold, does nothing on the switch.',
    reads: ['handset', 'channel jobs', 'outputs', 'thresholds of parts', 'control receiver'],
  },
  *check(context) {
    yield* jobs(context)
    yield* outputs(context)
  },
}
