import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { formatVolts } from '../../../units'

function* check({ resolved, feeds, sources, wires }: CheckContext): Iterable<Report> {
  if (!Object.keys(resolved.plan.assignment).length && !Object.keys(resolved.plan.supplies).length) return
  for (const { supply, source } of feeds) {
    const wire = wires.find(
      (one) => one.from.device === supply.fitted.id && one.from.point === supply.supply.terminal && !one.omitted,
    )
    if (source && wire) continue
    const fed = feeds.some(
      (other) =>
        other.source &&
        other.supply.fitted === supply.fitted &&
        other.supply.supply.alternative &&
        other.supply.supply.alternative === supply.supply.alternative,
    )
    if (fed) continue
    const { min, max } = supply.supply
    const suiting = sources.filter((one) => one.min >= min && one.max <= max && one.owner !== supply.fitted.id)
    const why = source
      ? 'its supply wire is left off'
      : suiting.length
        ? 'no source is chosen'
        : `no source gives ${formatVolts(min)} to ${formatVolts(max)}`
    yield {
      subjects: aboutSupply(supply),
      fact: `${nameOf(supply.fitted)} has no supply: ${why}`,
      fixes: suiting.map((one) => ({
        label: `Feed it from ${one.label}`,
        edit: { type: 'supply.choose', supply: supply.key, source: one.place },
      })),
    }
  }
}

export const withoutSupply: Rule = {
  meta: {
    id: 'PWR-08',
    family: 'power',
    severity: 'fix',
    title: 'Device without supply',
    why: 'A part without supply looks like a dead part, and may feed itself weakly through its signal pins, which misleads a search for the fault.',
    reads: ['supplies', 'wires'],
  },
  check,
}
