import type { Place, Subject } from '../../../plan'
import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { joinersOf, joinWords } from '../../joins'
import { makersOf } from '../../makers'
import { aboutWire, feedFixes, pairs, suitingSources, supplyReports, wireBack, causedBy } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { power, resolved } = context
  const label = (place: Place) => power.nodes.find((node) => node.place === place)?.label ?? place
  yield* supplyReports(context, 'PWR-07', ({ supply }) =>
    feedFixes(context, supply, suitingSources(context, supply), (source) => `Feed it from ${source.label}`),
  )
  yield* joinedSources(context)
  for (const fitted of resolved.devices) {
    const fed = power.leaves.filter(({ supply }) => supply.fitted === fitted)
    for (const [one, other] of pairs(fed)) {
      const group = one.supply.supply.alternative
      if (!group || group !== other.supply.supply.alternative || one.source === other.source) continue
      yield {
        subjects: [...new Set([...aboutSupply(one.supply), ...aboutSupply(other.supply)])],
        fact: `${nameOf(fitted)} is fed twice on one net: ${formatVolts(one.full)} from ${label(one.source)} and ${formatVolts(other.full)} from ${label(other.source)}`,
      }
    }
  }
}

function* joinedSources(context: CheckContext): Iterable<Report> {
  const { circuit } = context
  for (const [one, other] of pairs(makersOf(context))) {
    if (!circuit.connected(one.plus, other.plus)) continue
    const joiners = joinersOf(context, one.plus, other.plus)
    const subjects: Subject[] = [...joiners.flatMap(aboutWire), one.place, other.place]
    yield {
      subjects: [...new Set(subjects)],
      fact: joiners.length
        ? `${joinWords(context, joiners)} ${one.label} with ${other.label}`
        : `${one.label} and ${other.label} are joined`,
      fixes: joiners.flatMap((wire) => wireBack(context, wire)),
      ...causedBy(context, ...joiners),
    }
  }
}

export const backFeed: Rule = {
  meta: {
    id: 'PWR-07',
    family: 'power',
    severity: 'stop',
    title: 'Two sources on one net',
    why: 'Two sources joined fight each other: the higher feeds into the lower, through a regulator that is not made for it.',
    reads: ['supplies', 'rails', 'wires'],
  },
  check,
}
