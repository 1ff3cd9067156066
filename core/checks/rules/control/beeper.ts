import { isOn, soundsOf } from '../../../controls'
import { freshId, referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { controlsBegun, heard, lastPosition, spareSwitch } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  if (!controlsBegun(resolved)) return
  const { jobs } = resolved.plan.controls
  const beeping = Object.entries(jobs).filter(([, { does }]) => does === 'beeper')
  for (const { fitted, switched } of soundsOf(resolved)) {
    if (switched) continue
    const spare = spareSwitch(resolved)
    const driven = fitted.device.needs.some(({ kind }) => kind === 'buzzer')
    yield {
      subjects: [referTo('device', fitted.id)],
      fact: `no switch makes ${fitted.instance.name} sound: a craft that is down in the grass cannot be called`,
      fixes:
        spare && driven
          ? [
              {
                label: `Buzzer on ${spare.name}`,
                edit: {
                  type: 'job.set',
                  job: freshId(jobs, 'beeper'),
                  as: { does: 'beeper', channel: spare.channel, ...lastPosition(spare) },
                },
              },
            ]
          : [],
    }
  }
  for (const [id, beeper] of beeping) {
    const arm = Object.values(jobs).filter(({ does, channel }) => does === 'arm' && channel === beeper.channel)
    const on = heard(resolved, beeper.channel).filter(({ read }) => isOn(beeper, read))
    if (on.length && on.every(({ read }) => arm.some((each) => isOn(each, read))))
      yield {
        subjects: [referTo('job', id)],
        severity: 'fix',
        fact: `the buzzer sounds only where channel ${beeper.channel} arms the craft too: it cannot be called without starting its propellers`,
        fixes: [{ label: 'Remove the buzzer from there', edit: { type: 'job.set', job: id, as: null } }],
      }
  }
}

export const beeper: Rule = {
  meta: {
    id: 'CHN-10',
    family: 'control',
    severity: 'weigh',
    title: 'The buzzer is reached while disarmed',
    why: 'It is wanted most when the craft lies somewhere, disarmed.',
    reads: ['handset', 'channel jobs', 'outputs', 'buzzers'],
  },
  check,
}
