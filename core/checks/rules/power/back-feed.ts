import type { Place, Subject } from '../../../plan'
import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { makersOf } from '../../makers'
import { aboutWire, feedFixes, pairs, suitingSources, supplyReports, wireBack } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { power, resolved } = context
  const label = (place: Place) => power.nodes.find((node) => node.place === place)?.label ?? place
  yield* supplyReports(context, 'PWR-07', ({ supply }) =>
    feedFixes(supply, suitingSources(context, supply), (source) => `Feed it from ${source.label}`),
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
  const { circuit, wires } = context
  for (const [one, other] of pairs(makersOf(context))) {
    if (!circuit.connected(one.plus, other.plus)) continue
    const net = circuit.net(one.plus)
    const moved = wires.filter((wire) => !wire.omitted && circuit.netOf(wire) === net && wireBack(context, wire).length)
    const subjects: Subject[] = [one.place, other.place, ...moved.flatMap(aboutWire)]
    yield {
      subjects: [...new Set(subjects)],
      fact: `${one.label} and ${other.label} are joined${moved.length ? ` by ${moved.map(({ number }) => number).join(', ')}` : ''}`,
      fixes: moved.flatMap((wire) => wireBack(context, wire)),
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
