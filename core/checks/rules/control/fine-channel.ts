import { carrierOf, isOn, jobName } from '../../../controls'
import { controlKinds, referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { freeChannel, isProportional, moveControl } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  const carrier = carrierOf(resolved)
  const { controls } = resolved.plan
  if (!carrier) return
  for (const [id, { name, kind, channel }] of Object.entries(controls.handset)) {
    if (channel === null || !carrier.onOff.includes(channel)) continue
    const free = freeChannel(resolved)
    const fixes = free === undefined ? [] : [{ label: `${name} over channel ${free}`, edit: moveControl(controls, id, free) }]
    const only = `Channel ${channel} of ${carrier.need.fitted.instance.name} carries on and off alone`
    const middle = Object.entries(controls.jobs).filter(
      ([, job]) => job.channel === channel && isOn(job, 1500) && !isOn(job, 1000) && !isOn(job, 2000),
    )
    if (isProportional(resolved, channel))
      yield {
        subjects: [referTo('control', id)],
        fact: `${only}: what ${name} moves jumps from end to end`,
        fixes,
      }
    else if (middle.length && controlKinds[kind].positions.length > 2)
      yield {
        subjects: [referTo('control', id), ...middle.map(([job]) => referTo('job', job))],
        fact: `${only}: the middle of ${name} never comes, and with it ${middle.map(([, job]) => jobName(resolved, job)).join(', ')}`,
        fixes,
      }
  }
}

export const fineChannel: Rule = {
  meta: {
    id: 'CHN-03',
    family: 'control',
    severity: 'fix',
    title: 'What moves smoothly has a channel that does',
    why: 'Some links send a channel as on or off to be fast. Whatever should stand between its ends, or in the middle of three, needs another.',
    reads: ['handset', 'channel jobs', 'outputs', 'control receiver'],
  },
  check,
}
