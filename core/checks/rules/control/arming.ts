import { isOn } from '../../../controls'
import { controlKinds, referTo } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { controlsBegun, heard } from '../../controls'

function* check({ resolved }: CheckContext): Iterable<Report> {
  if (!controlsBegun(resolved)) return
  const { handset, jobs } = resolved.plan.controls
  const arming = Object.entries(jobs).filter(([, { does }]) => does === 'arm')
  if (!arming.length) {
    const control = Object.values(handset).find(({ kind, channel }) => kind === 'switch-2' && channel !== null)
    yield {
      subjects: [],
      fact: 'nothing arms the craft: it cannot fly',
      fixes: control
        ? [
            {
              label: `Arm with ${control.name}`,
              edit: { type: 'job.set', job: 'arm', as: { does: 'arm', channel: control.channel!, from: 1800, to: 2100 } },
            },
          ]
        : [],
    }
  }
  for (const [id, arm] of arming) {
    const modes = Object.entries(jobs).filter(([, { does, channel }]) => does === 'mode' && channel === arm.channel)
    const positions = heard(resolved, arm.channel)
    const about = [referTo('job', id), ...new Set(positions.map(({ control }) => referTo('control', control)))]
    const away = { label: 'Take the arming away', edit: { type: 'job.set', job: id, as: null } as const }
    if (modes.length)
      yield {
        subjects: [...about, ...modes.map(([each]) => referTo('job', each))],
        fact: `channel ${arm.channel} arms the craft and chooses how it flies: changing the mode can arm it, or stop it in the air`,
        fixes: [away],
      }
    if (positions.length && positions.every(({ read }) => isOn(arm, read)))
      yield {
        subjects: about,
        severity: 'stop',
        fact: `every position of ${positions[0]!.name} arms the craft: it is armed as soon as it has power`,
        fixes: [
          { label: 'Armed from 1800 µs on', edit: { type: 'job.set', job: id, as: { ...arm, from: 1800, to: 2100 } } },
          away,
        ],
      }
    const control = handset[positions[0]?.control ?? '']
    if (control && controlKinds[control.kind].proportional)
      yield { subjects: about, fact: `${control.name} arms the craft, and is moved without a click to feel`, fixes: [away] }
  }
}

export const arming: Rule = {
  meta: {
    id: 'CHN-09',
    family: 'control',
    severity: 'fix',
    title: 'The craft is armed by a switch of its own',
    why: 'Propellers start when it is armed. That must be one act, meant as such, and never come with another.',
    reads: ['handset', 'channel jobs'],
  },
  check,
}
