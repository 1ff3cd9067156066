import { carrierOf, channelOf, jobName, outputName, pulseOutputs } from '../../../controls'
import { referTo, type Edit } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { awayFixes, followFixes, freeChannel, moveControl } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const { controls } = resolved.plan
  const carrier = carrierOf(resolved)
  const free = freeChannel(resolved)
  const seen = new Map<number, string>()
  for (const [id, { name, channel }] of Object.entries(controls.handset)) {
    if (channel === null) continue
    const other = seen.get(channel)
    if (other !== undefined)
      yield {
        subjects: [referTo('control', id)],
        fact: `${name} and ${other} both go over channel ${channel}: one of them is never heard`,
        fixes: [
          ...(free === undefined
            ? []
            : [{ label: `${name} over channel ${free}`, edit: moveControl(controls, id, free, false) }]),
          {
            label: `${name} without a channel`,
            edit: { type: 'handset.set', control: id, as: { ...controls.handset[id]!, channel: null } } as Edit,
          },
        ],
      }
    else seen.set(channel, name)
    if (carrier && channel > carrier.channels)
      yield {
        subjects: [referTo('control', id), referTo('need', carrier.need.key)],
        fact: `${name} goes over channel ${channel}; ${carrier.need.fitted.instance.name} brings ${carrier.channels} to the board`,
        fixes: free === undefined ? [] : [{ label: `${name} over channel ${free}`, edit: moveControl(controls, id, free) }],
      }
  }
  if (!carrier) return
  for (const [id, job] of Object.entries(controls.jobs))
    if (job.channel > carrier.channels && !seen.has(job.channel))
      yield {
        subjects: [referTo('job', id)],
        fact: `${jobName(resolved, job)} waits for channel ${job.channel}; ${carrier.need.fitted.instance.name} brings ${carrier.channels}`,
        fixes: awayFixes(resolved, id),
      }
  for (const { need, output } of pulseOutputs(resolved)) {
    const channel = output && channelOf(output)
    if (channel !== undefined && channel > carrier.channels && !seen.has(channel))
      yield {
        subjects: [referTo('need', need.key)],
        fact: `${outputName(need)} follows channel ${channel}; ${carrier.need.fitted.instance.name} brings ${carrier.channels}`,
        fixes: followFixes(resolved, { need, output }),
      }
  }
}

export const carriedChannel: Rule = {
  meta: {
    id: 'CHN-01',
    family: 'control',
    severity: 'fix',
    title: 'Each control has a channel that arrives',
    why: 'A channel beyond what receiver and protocol carry is never heard by the board, whatever the handset shows.',
    reads: ['handset', 'channel jobs', 'outputs', 'control receiver', 'assignment'],
  },
  check,
}
