import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, pairs } from '../../places'

function* check({ resolved, links }: CheckContext): Iterable<Report> {
  for (const [one, other] of pairs(links.filter(({ placement }) => placement.during))) {
    if (one.port !== other.port || one.placement.during === other.placement.during) continue
    const [disarmed, armed] = one.placement.during === 'disarmed' ? [one, other] : [other, one]
    const configuration = resolved.protocols[disarmed.board.protocol]?.configuration
    const consequence = configuration
      ? 'arming cuts the configuration link until you disarm; to watch an armed craft, move the other link or leave it out for that test'
      : `arming cuts ${needName(disarmed.need)} until you disarm`
    yield {
      subjects: [...aboutLink(disarmed), ...aboutLink(armed)],
      fact: `${one.port.label} carries ${needName(disarmed.need)} while disarmed and ${needName(armed.need)} while armed: ${consequence}`,
      fixes: [
        keepOff(armed.need, armed.placement.place, armed.port.label),
        {
          label: `Do without ${armed.need.fitted.instance.name}`,
          edit: { type: 'need.leave-out', need: armed.need.key, leftOut: true },
        },
      ],
    }
  }
}

export const stateSharing: Rule = {
  meta: {
    id: 'SER-11',
    family: 'serial',
    severity: 'weigh',
    title: 'Port shared by flight state',
    why: 'The port changes its function on arming. What is cut is silent from then on, and looks like a fault to whoever does not know.',
    reads: ['assignment', 'port abilities'],
  },
  check,
}
