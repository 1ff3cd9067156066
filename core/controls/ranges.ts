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
