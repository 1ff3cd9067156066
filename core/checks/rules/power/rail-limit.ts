import { referTo, type Place } from '../../../plan'
import { formatAmps } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { feedFixes, suitingSources } from '../../reports'

type Supply = CheckContext['feeds'][number]['supply']

function* check(context: CheckContext): Iterable<Report> {
  for (const source of context.sources) {
    const fed = context.feeds.filter((feed) => feed.source === source)
    if (!fed.length) continue
    const { typical, peak } = context.power.nodes.find(({ place }) => place === source.place)!
    if (peak <= source.limit) continue
    const heaviest = [...fed].sort((one, other) => other.supply.supply.peak - one.supply.supply.peak)[0]!
    yield {
      severity: typical > source.limit ? 'fix' : 'weigh',
      subjects: [source.place, ...fed.map(({ supply }) => referTo('device', supply.fitted.id))],
      fact: `${source.label} gives ${formatAmps(source.limit)}; ${formatAmps(typical)} is drawn typically and ${formatAmps(peak)} at peak, ${formatAmps(heaviest.supply.supply.peak)} of it by ${nameOf(heaviest.supply.fitted)}`,
      fixes: [...lighterVariants(context, heaviest.supply), ...elsewhere(context, source.place, heaviest.supply)],
    }
  }
}

function elsewhere(context: CheckContext, from: Place, supply: Supply): Fix[] {
  const others = suitingSources(context, supply).filter(({ place }) => place !== from)
  return feedFixes(supply, others, ({ label }) => `Feed ${nameOf(supply.fitted)} from ${label}`)
}

function lighterVariants({ resolved }: CheckContext, { fitted, supply }: Supply): Fix[] {
  const { variants } = resolved.plan.definitions.devices[fitted.instance.definition]!
  return Object.entries(variants)
    .filter(([id, { differences }]) => {
      const supplies = differences.supplies as Record<string, { peak?: number }> | undefined
      return id !== fitted.instance.variant && (supplies?.[supply.id]?.peak ?? supply.peak) < supply.peak
    })
    .map(([id, { name }]) => ({
      label: `${nameOf(fitted)}: ${name}`,
      edit: { type: 'device.variant', device: fitted.id, variant: id },
    }))
}

export const railLimit: Rule = {
  meta: {
    id: 'PWR-02',
    family: 'power',
    severity: 'weigh',
    title: 'Rail within its limit, typically and at peak',
    why: 'A regulator past its limit drops its voltage or shuts off, and takes the board and its receiver with it.',
    reads: ['supplies', 'rails', 'device currents'],
  },
  check,
}
