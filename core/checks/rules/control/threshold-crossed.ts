import { figure } from '../../../units'
import {
  hysteresis,
  isOn,
  jobName,
  outputName,
  pulseOf,
  pulseOutputs,
  triggered,
  valueOfWidth,
  type Column,
} from '../../../controls'
import { controlKinds, jobKinds, referTo, type Controls } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { awayFixes, heard } from '../../controls'
import type { Fix } from '../../finding'

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
      fact: `${jobName(resolved, job)} is on from ${job.from} to ${figure(job.to, 'µs')} of channel ${job.channel}; ${first.name} gives ${rounded(positions.map(({ read }) => read))} µs and never switches it`,
      fixes: [...onAt(all, id, positions.at(-1)!), ...awayFixes(resolved, id)],
    }
  }
}

/** Puts a range around a position, as far as others of which one is on at a time leave room there. */
function onAt(all: Controls['jobs'], id: string, { name, position, read }: Column & { read: number }): Fix[] {
  const job = all[id]!
  const others = Object.entries(all).flatMap(([other, each]) =>
    other !== id && each.channel === job.channel && each.does === job.does && jobKinds[job.does].oneAtATime ? [each] : [],
  )
  const from = Math.max(Math.round(read) - 200, ...others.filter((each) => each.to <= read).map((each) => each.to))
  const to = Math.min(Math.round(read) + 100, ...others.filter((each) => each.from > read).map((each) => each.from))
  const isFree = !others.some((each) => isOn(each, read))
  if (!isFree || read - from < hysteresis || to - read < hysteresis) return []
  return [{ label: `On with ${name} ${position.label}`, edit: { type: 'job.set', job: id, as: { ...job, from, to } } }]
}

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
      fact: `${outputName(need)} ${triggers.does} from ${figure(triggers.at, 'µs')} on and rests below ${figure(triggers.at - triggers.hysteresis, 'µs')}; ${positions[0]!.name} makes ${rounded(pulses)} µs of it: it ${does.includes(true) ? 'never rests' : `never ${triggers.does}`}`,
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
