import { carriesConfiguration } from '../../../links'
import { aboutLink, needName, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { doWithout, keepOff, pairs, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'SER-11')
  for (const [one, other] of pairs(context.links.filter(({ placement }) => placement.during))) {
    if (one.port !== other.port || one.placement.during === other.placement.during) continue
    const [disarmed, armed] = one.placement.during === 'disarmed' ? [one, other] : [other, one]
    const configuration = carriesConfiguration(context.resolved, disarmed.board)
    const consequence = configuration
      ? 'arming cuts the configuration link until you disarm; to watch an armed craft, move the other link or leave it out for that test'
      : `arming cuts ${needName(disarmed.need)} until you disarm`
    yield {
      subjects: [...aboutLink(disarmed), ...aboutLink(armed)],
      fact: `${one.port.label} carries ${needName(disarmed.need)} while disarmed and ${needName(armed.need)} while armed: ${consequence}`,
      fixes: [
        keepOff(context, armed.need, armed.placement.place),
        doWithout(armed.need.key, `Do without ${nameOf(armed.need.fitted)}`),
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
