import { formatAmps } from '../../../units'
import type { Fix } from '../../finding'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check(context: CheckContext): Iterable<Report> {
  for (const source of context.sources) {
    const fed = context.feeds.filter((feed) => feed.source === source)
    if (!fed.length) continue
    const { typical, peak } = context.power.nodes.find(({ place }) => place === source.place)!
    if (peak <= source.limit) continue
    const heaviest = [...fed].sort((a, b) => b.supply.supply.peak - a.supply.supply.peak)[0]!
    const names = nameOf(heaviest.supply.fitted)
    yield {
      severity: typical > source.limit ? 'fix' : 'weigh',
      subjects: [source.place, ...fed.map(({ supply }) => `device:${supply.fitted.id}`)],
      fact: `${source.label} gives ${formatAmps(source.limit)}; ${formatAmps(typical)} is drawn typically and ${formatAmps(peak)} at peak, ${formatAmps(heaviest.supply.supply.peak)} of it by ${names}`,
      fixes: fixes(context, source.place, heaviest.supply),
    }
  }
}

/** Another source, or a variant that draws less. */
function fixes(context: CheckContext, from: string, heaviest: CheckContext['feeds'][number]['supply']): Fix[] {
  const { min, max, peak } = heaviest.supply
  const elsewhere = context.sources
    .filter((one) => one.place !== from && one.owner !== heaviest.fitted.id && one.min >= min && one.max <= max)
    .map((one): Fix => ({
      label: `Feed ${nameOf(heaviest.fitted)} from ${one.label}`,
      edit: { type: 'supply.choose', supply: heaviest.key, source: one.place },
    }))
  const definition = context.resolved.plan.definitions.devices[heaviest.fitted.instance.definition]!
  const lighter = Object.entries(definition.variants)
    .filter(([id, { differences }]) => {
      const supplies = differences.supplies as Record<string, { peak?: number }> | undefined
      return id !== heaviest.fitted.instance.variant && (supplies?.[heaviest.supply.id]?.peak ?? peak) < peak
    })
    .map(([id, { name }]): Fix => ({
      label: `${nameOf(heaviest.fitted)}: ${name}`,
      edit: { type: 'device.variant', device: heaviest.fitted.id, variant: id },
    }))
  return [...lighter, ...elsewhere]
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
