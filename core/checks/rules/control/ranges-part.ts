import { hysteresis, jobName } from '../../../controls'
import { jobKinds, referTo, type Job } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { heard } from '../../controls'

type Named = [id: string, job: Job]

function* overlaps({ resolved }: CheckContext, all: Named[]): Iterable<Report> {
  for (const [at, [id, job]] of all.entries())
    for (const [otherId, other] of all.slice(at + 1)) {
      if (!jobKinds[job.does].oneAtATime || other.does !== job.does || other.channel !== job.channel) continue
      const [from, to] = [Math.max(job.from, other.from), Math.min(job.to, other.to)]
      if (from >= to || job.what === other.what) continue
      const [lower, upper] = job.from <= other.from ? [id, otherId] : [otherId, id]
      const all = resolved.plan.controls.jobs
      const [low, high] = [all[lower]!, all[upper]!]
      yield {
        subjects: [referTo('job', id), referTo('job', otherId)],
        fact: `${jobName(resolved, job)} and ${jobName(resolved, other)} are both on from ${from} to ${to} µs of channel ${job.channel}`,
        fixes: [
          ...(high.from > low.from
            ? [
                {
                  label: `End the first at ${high.from} µs`,
                  edit: { type: 'job.set', job: lower, as: { ...low, to: high.from } } as const,
                },
              ]
            : []),
          { label: `Take ${jobName(resolved, high)} away`, edit: { type: 'job.set', job: upper, as: null } },
        ],
      }
    }
}

function* gaps({ resolved }: CheckContext, all: Named[]): Iterable<Report> {
  const channels = new Set(all.filter(([, { does }]) => does === 'display').map(([, { channel }]) => channel))
  for (const channel of channels) {
    const own = all.filter(([, job]) => job.channel === channel && job.does === 'display')
    for (const { read, name, position, control } of heard(resolved, channel)) {
      if (own.some(([, { from, to }]) => read >= from && read < to)) continue
      const [id, job] = own.toSorted(([, one], [, other]) => reach(one, read) - reach(other, read))[0]!
      yield {
        subjects: [referTo('control', control), ...own.map(([each]) => referTo('job', each))],
        fact: `${name} ${position.label} (${Math.round(read)} µs) chooses no display layout: which one is seen then hangs on what was before`,
        fixes: [
          {
            label: `${jobName(resolved, job)} reaches there`,
            edit: {
              type: 'job.set',
              job: id,
              as: { ...job, from: Math.min(job.from, Math.round(read) - 100), to: Math.max(job.to, Math.round(read) + 100) },
            },
          },
        ],
      }
    }
  }
}
const reach = ({ from, to }: Job, width: number) => Math.max(from - width, width - to)

function* edges({ resolved }: CheckContext, all: Named[]): Iterable<Report> {
  for (const [id, job] of all)
    for (const { read, name, position, control } of heard(resolved, job.channel))
      for (const end of ['from', 'to'] as const) {
        const off = Math.abs(read - job[end])
        // Beyond what a channel reaches there is nothing to flutter between.
        if (off >= hysteresis || (end === 'from' && job.from <= 900) || (end === 'to' && job.to >= 2100)) continue
        const inside = read >= job.from && read < job.to
        const away = end === 'from' ? (inside ? -100 : 100) : inside ? 100 : -100
        yield {
          subjects: [referTo('job', id), referTo('control', control)],
          fact: `${name} ${position.label} gives ${Math.round(read)} µs, ${Math.round(off * 10) / 10} µs from where ${jobName(resolved, job)} ${end === 'from' ? 'begins' : 'ends'}: it may flutter`,
          fixes: [
            {
              label: `${end === 'from' ? 'Begin' : 'End'} at ${Math.round(read) + away} µs`,
              edit: { type: 'job.set', job: id, as: { ...job, [end]: Math.round(read) + away } },
            },
          ],
        }
      }
}

export const rangesPart: Rule = {
  meta: {
    id: 'CHN-02',
    family: 'control',
    severity: 'fix',
    title: 'Ranges part a channel as they should',
    why: 'Where two modes are on at once the board takes one of them, and not always the same; a position on the edge of a range is now in it and now not.',
    reads: ['handset', 'channel jobs', 'control receiver'],
  },
  *check(context) {
    const all = Object.entries(context.resolved.plan.controls.jobs)
    yield* overlaps(context, all)
    yield* gaps(context, all)
    yield* edges(context, all)
  },
}
