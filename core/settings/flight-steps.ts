import { figure } from '../units'
import { carrierOf, channelOf, jobName, outputName, pulseOutputs } from '../controls'
import { idIn, outputSources, referTo, type ControlOutput, type Job, type ResolvedPlan } from '../plan'
import type { SetupStep } from './step'

/** A step on the board, short of what all of them share. */
type BoardStep = Omit<SetupStep, 'where' | 'way'>

const rangeValue = ({ channel, from, to, does, what }: Job) =>
  [channel, `${from}-${to}`, does, ...(what === undefined ? [] : [what])].join(' ')

/** What each channel switches: one step a channel. Before a receiver has a place no channel comes. */
function ranges(resolved: ResolvedPlan): BoardStep[] {
  if (!carrierOf(resolved)) return []
  const jobs = Object.entries(resolved.plan.controls.jobs)
  const channels = [...new Set(jobs.map(([, { channel }]) => channel))].toSorted((one, other) => one - other)
  return channels.map((channel) => {
    const own = jobs.filter(([, job]) => job.channel === channel)
    return {
      id: `channel:${channel}`,
      what: `Channel ${channel}`,
      value: own.map(([, job]) => `${job.from} to ${figure(job.to, 'µs')}: ${jobName(resolved, job)}`).join('; '),
      why: 'which switch does what',
      after: [],
      about: own.map(([id]) => referTo('job', id)),
      sets: Object.fromEntries(own.map(([id, job]) => [`range.${id}`, rangeValue(job)])),
    }
  })
}

const sourceWords = (output: ControlOutput) =>
  output.by === 'channel' ? `channel ${channelOf(output)}` : `${outputSources[output.by]} (${output.axis})`

/** What drives each pulse output of the board that is no motor. */
function sources(resolved: ResolvedPlan): BoardStep[] {
  return pulseOutputs(resolved).flatMap(({ need, output }) => {
    const pad = idIn('pad', resolved.plan.assignment[need.key]?.place)
    if (!output || pad === undefined) return []
    const { low, middle, high, reversed, curve } = output
    const shape = `${low}, ${middle}, ${figure(high, 'µs')}${reversed ? ', reversed' : ''}${curve ? `, curve ${curve} %` : ''}`
    return [
      {
        id: `source:${pad}`,
        what: `Output at pad ${resolved.pad(pad)?.label ?? pad}`,
        value: `${sourceWords(output)}; ${shape}`,
        why: outputName(need),
        after: [],
        about: [referTo('need', need.key), referTo('pad', pad)],
        sets: { [`source.${pad}`]: `${sourceWords(output)}; ${shape}` },
      },
    ]
  })
}

/** How bright strips may be, where they are laid out. */
function brightness({ plan, pad, need }: ResolvedPlan): BoardStep[] {
  return Object.entries(plan.lights.strips).flatMap(([key, { limit }]) => {
    const at = idIn('pad', plan.assignment[key]?.place)
    const strip = need(key)
    if (at === undefined || !strip) return []
    return [
      {
        id: `brightness:${at}`,
        what: `Lights at pad ${pad(at)?.label ?? at}`,
        value: `brightness up to ${Math.round(limit * 100)} %`,
        why: `${strip.fitted.instance.name}: its current and the volts at its last light are reckoned with it`,
        after: [],
        about: [referTo('need', key)],
        sets: { [`lights.${at}.brightness`]: Math.round(limit * 100) },
      },
    ]
  })
}

/** What is set on the board for the flight: channels, outputs, lights. */
export const flightSteps = (resolved: ResolvedPlan): BoardStep[] => [
  ...ranges(resolved),
  ...sources(resolved),
  ...brightness(resolved),
]
