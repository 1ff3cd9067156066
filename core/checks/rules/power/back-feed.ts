import type { Place } from '../../../plan'
import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { feedFixes, pairs, suitingSources, supplyReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { power, resolved } = context
  const label = (place: Place) => power.nodes.find((node) => node.place === place)?.label ?? place
  yield* supplyReports(context, 'PWR-07', ({ supply }) =>
    feedFixes(supply, suitingSources(context, supply), (source) => `Feed it from ${source.label}`),
  )
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
    for (const { supply, source } of fed) {
      const joined = fitted.device.outputs.find((output) => output.terminal === supply.supply.terminal)
      if (!joined) continue
      yield {
        subjects: aboutSupply(supply),
        fact: `${nameOf(fitted)} gives ${joined.label} on the terminal that ${label(source)} feeds`,
      }
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
    reads: ['supplies', 'rails'],
  },
  check,
}
