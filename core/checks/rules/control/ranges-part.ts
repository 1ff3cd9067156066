import { figure } from '../../../units'
import { hysteresis, isOn, jobName, scale } from '../../../controls'
import { jobKinds, referTo, type Job } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { heard, wouldClash } from '../../controls'

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
        fact: `${jobName(resolved, job)} and ${jobName(resolved, other)} are both on from ${from} to ${figure(to, 'µs')} of channel ${job.channel}`,
        fixes: [
          ...(high.from > low.from && !heard(resolved, low.channel).some(({ read }) => Math.abs(read - high.from) < hysteresis)
            ? [
                {
                  label: `End the first at ${figure(high.from, 'µs')}`,
                  edit: { type: 'job.set', job: lower, as: { ...low, to: high.from } } as const,
                },
              ]
            : []),
          { label: `Remove ${jobName(resolved, high)}`, edit: { type: 'job.set', job: upper, as: null } },
        ],
      }
    }
}

const reach = ({ from, to }: Job, width: number) => Math.max(from - width, width - to)

/** Positions of a control, in words: "Left shoulder middle (1501 µs), front (2000 µs)". */
const named = (at: { name: string; position: { label: string }; read: number }[]) =>
  `${at[0]!.name} ${at.map(({ position, read }) => `${position.label} (${figure(read, 'µs', 0)})`).join(', ')}`

function* gaps({ resolved }: CheckContext, all: Named[]): Iterable<Report> {
  const showing = all.filter(([, { does }]) => does === 'display')
  for (const channel of new Set(showing.map(([, job]) => job.channel))) {
    const own = showing.filter(([, job]) => job.channel === channel)
    const missed = heard(resolved, channel).filter(({ read }) => !own.some(([, job]) => isOn(job, read)))
    for (const control of new Set(missed.map((each) => each.control))) {
      const at = missed.filter((each) => each.control === control)
      const wider = new Map(own)
      for (const { read } of at) {
        const [id, job] = [...wider].toSorted(([, one], [, other]) => reach(one, read) - reach(other, read))[0]!
        const width = Math.round(read)
        wider.set(id, { ...job, from: Math.min(job.from, width - 100), to: Math.max(job.to, width + 100) })
      }
      yield {
        subjects: [referTo('control', control), ...own.map(([each]) => referTo('job', each))],
        fact: `${named(at)} chooses no display layout: which one is seen then hangs on what was before`,
        fixes: [...wider].some(([id, job]) => wouldClash(Object.fromEntries(wider), id, job))
          ? []
          : [
              {
                label: 'The nearest layout reaches there',
                edit: {
                  type: 'several',
                  label: 'Display layouts reach every position',
                  edits: [...wider].map(([job, as]) => ({ type: 'job.set', job, as })),
                },
              },
            ],
      }
    }
  }
}

/** Ends of a range beyond what a channel reaches part nothing. */
const isOuter = (end: 'from' | 'to', pulse: number) => (end === 'from' ? pulse <= scale.low : pulse >= scale.high)

function* edges({ resolved }: CheckContext, all: Named[]): Iterable<Report> {
  for (const [id, job] of all) {
    const near = heard(resolved, job.channel).flatMap((at) =>
      (['from', 'to'] as const).flatMap((end) =>
        Math.abs(at.read - job[end]) < hysteresis && !isOuter(end, job[end]) ? [{ at, end }] : [],
      ),
    )
    for (const control of new Set(near.map(({ at }) => at.control))) {
      const own = near.filter(({ at }) => at.control === control)
      const clear = own.reduce((as, { at, end }) => {
        // In or out as it is now, by a hundred.
        const outward = isOn(job, at.read) === (end === 'to')
        return { ...as, [end]: Math.round(at.read) + (outward ? 100 : -100) }
      }, job)
      yield {
        subjects: [referTo('job', id), referTo('control', control)],
        fact: own
          .map(({ at: { name, position, read }, end }) => {
            const off = Math.round(Math.abs(read - job[end]) * 10) / 10
            return `${name} ${position.label} gives ${figure(read, 'µs', 0)}, ${figure(off, 'µs')} from where ${jobName(resolved, job)} ${end === 'from' ? 'begins' : 'ends'}: it may flutter`
          })
          .join('; '),
        fixes:
          clear.from < clear.to && !wouldClash(resolved.plan.controls.jobs, id, clear)
            ? [{ label: `From ${clear.from} to ${figure(clear.to, 'µs')}`, edit: { type: 'job.set', job: id, as: clear } }]
            : [],
      }
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
