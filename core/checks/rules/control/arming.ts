import { isOn } from '../../../controls'
import { controlKinds, freshId, referTo, type Edit } from '../../../plan'
import type { CheckContext, Report, Rule } from '../../context'
import { controlsBegun, heard, lastPosition, spareSwitch } from '../../controls'
import type { Fix } from '../../finding'

function* check({ resolved }: CheckContext): Iterable<Report> {
  if (!controlsBegun(resolved)) return
  const { handset, jobs } = resolved.plan.controls
  const arming = Object.entries(jobs).filter(([, { does }]) => does === 'arm')
  const spare = spareSwitch(resolved)
  /** Armed by a switch of its own, in place of what armed it before. */
  const bySpare = (instead: string[]): Fix[] =>
    spare
      ? [
          {
            label: `Arm with ${spare.name} ${controlKinds[spare.kind].positions.at(-1)}`,
            edit: {
              type: 'several',
              label: `Arm with ${spare.name}`,
              edits: [
                ...instead.map((job): Edit => ({ type: 'job.set', job, as: null })),
                {
                  type: 'job.set',
                  job: instead[0] ?? freshId(jobs, 'arm'),
                  as: { does: 'arm', channel: spare.channel, ...lastPosition(spare) },
                },
              ],
            },
          },
        ]
      : []
  if (!arming.length) yield { subjects: [], fact: 'nothing arms the craft: it cannot fly', fixes: bySpare([]) }
  for (const channel of new Set(arming.map(([, job]) => job.channel))) {
    const own = arming.filter(([, job]) => job.channel === channel)
    const ids = own.map(([id]) => id)
    const modes = Object.entries(jobs).filter(([, job]) => job.does === 'mode' && job.channel === channel)
    const positions = heard(resolved, channel)
    const control = handset[positions[0]?.control ?? '']
    const about = [...ids.map((id) => referTo('job', id)), ...new Set(positions.map((each) => referTo('control', each.control)))]
    if (modes.length)
      yield {
        subjects: [...about, ...modes.map(([each]) => referTo('job', each))],
        fact: `channel ${channel} arms the craft and chooses how it flies: changing the mode can arm it, or stop it in the air`,
        fixes: bySpare(ids),
      }
    // One range may take up where another ends.
    if (positions.length && positions.every(({ read }) => own.some(([, job]) => isOn(job, read))))
      yield {
        subjects: about,
        severity: 'stop',
        fact: `every position of ${positions[0]!.name} arms the craft: it is armed as soon as it has power`,
        fixes: bySpare(ids),
      }
    else if (control && controlKinds[control.kind].proportional)
      yield { subjects: about, fact: `${control.name} arms the craft, and is moved without a click to feel`, fixes: bySpare(ids) }
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
