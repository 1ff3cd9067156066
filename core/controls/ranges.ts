import type { Controls, Job } from '../plan'

/** The pulses that a scale is drawn over, in µs. */
export const scale = { low: 900, high: 2100 } as const

/** So far beyond an edge of a range a pulse has to be until what it switches turns, in µs. */
export const hysteresis = 10

/** Whether a job is on at a pulse as the board reads it. */
export const isOn = ({ from, to }: Pick<Job, 'from' | 'to'>, width: number) => width >= from && width < to

/** What a channel switches at a pulse, by the ids of its jobs. */
export function jobsAt({ jobs }: Controls, channel: number, width: number): string[] {
  return Object.entries(jobs).flatMap(([id, job]) => (job.channel === channel && isOn(job, width) ? [id] : []))
}

/** A stretch of a channel's scale in which the same things are on. */
export interface Stretch {
  from: number
  to: number
  jobs: string[]
}

/** A channel's scale as its ranges part it: stretch by stretch without a gap, from end to end. */
export function stretchesOf(controls: Controls, channel: number): Stretch[] {
  const own = Object.values(controls.jobs).filter((job) => job.channel === channel)
  const edges = own.flatMap(({ from, to }) => [from, to]).filter((edge) => edge > scale.low && edge < scale.high)
  const bounds = [...new Set([scale.low, ...edges, scale.high])].toSorted((one, other) => one - other)
  return bounds.slice(1).map((to, at) => ({ from: bounds[at]!, to, jobs: jobsAt(controls, channel, bounds[at]!) }))
}
