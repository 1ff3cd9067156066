import { referTo } from '../../../plan'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { padName } from '../../reports'

function* check({ power, resolved }: CheckContext): Iterable<Report> {
  for (const { switchedBy, leaves, label, place } of power.nodes) {
    if (switchedBy === undefined || !leaves.length) continue
    const names = leaves.map(({ supply }) => nameOf(supply.fitted))
    yield {
      subjects: [place, ...leaves.map(({ supply }) => referTo('device', supply.fitted.id))],
      fact: `${label} is off until pad ${padName(resolved, switchedBy)} switches it on: hold that on in the board’s settings for ${names.join(', ')}`,
    }
  }
}

export const switchedRail: Rule = {
  meta: {
    id: 'PWR-16',
    family: 'power',
    severity: 'note',
    title: 'A rail that is off until switched',
    why: 'What hangs on such a rail looks dead until the output that switches it is set. That output serves nothing else.',
    reads: ['rails', 'supplies'],
  },
  check,
}
