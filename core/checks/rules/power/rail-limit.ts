import { batteryId, boardId, referTo } from '../../../plan'
import { ownCurrents } from '../../../suitability'
import { fits, formatAmps } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { reliefOf } from '../../relief'
import { isUpsetSource } from '../../upset'

type Feed = CheckContext['feeds'][number]
type Supply = Feed['supply']

function* check(context: CheckContext): Iterable<Report> {
  for (const source of context.sources) {
    const fed = context.power.nodes.find(({ place }) => place === source.place)?.leaves ?? []
    if (!fed.length || isUpsetSource(context, source.place)) continue
    const { typical, peak } = context.power.nodes.find(({ place }) => place === source.place)!
    if (fits(peak, source.limit)) continue
    const own = ownCurrents(context.resolved).get(source.place) ?? 0
    const heaviest = [...fed].sort((one, other) => other.peak - one.peak)[0]!
    const sharers = [...(own > 0 ? ['the board'] : []), ...fed.map(({ supply }) => nameOf(supply.fitted))]
    // One part at its peak beside the others as they are; all at their peaks at once is a moment that hardly comes.
    const alone = typical + Math.max(0, ...fed.map(({ peak: most, typical: usual }) => most - usual))
    const together = fits(alone, source.limit)
    yield {
      severity:
        !fits(typical, source.limit) || (!together && source.owner !== batteryId && feedsControl(fed, own)) ? 'fix' : 'weigh',
      subjects: [
        source.place,
        ...fed.filter(({ supply }) => supply.fitted.id !== boardId).map(({ supply }) => referTo('device', supply.fitted.id)),
      ],
      fact: `${source.label} gives ${formatAmps(source.limit)}; ${formatAmps(typical)} is drawn typically and ${formatAmps(peak)} at peak${together ? ', if all peak at once' : ''}, ${formatAmps(heaviest.peak)} of it by ${nameOf(heaviest.supply.fitted)}; it feeds ${sharers.join(', ')}`,
      fixes: reliefOf(context, source.place, heaviest.supply, peak - source.limit),
    }
  }
}

/** Board and control receiver are not to go down for a moment's peak. */
function feedsControl(fed: { supply: Supply }[], own: number): boolean {
  return own > 0 || fed.some(({ supply: { fitted } }) => fitted.id === boardId || fitted.device.class === 'receiver')
}

export const railLimit: Rule = {
  meta: {
    id: 'PWR-02',
    family: 'power',
    severity: 'weigh',
    title: 'Source within its limit, typically and at peak',
    why: 'A regulator past its limit drops its voltage or shuts off for the length of the peak, and takes the board and its receiver with it where they share it. Other parts bear a short dip.',
    reads: ['supplies', 'rails', 'device currents', 'motor currents', 'light segments', 'battery'],
  },
  check,
}
