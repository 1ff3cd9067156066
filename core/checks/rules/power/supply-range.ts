import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ feeds, sources }: CheckContext): Iterable<Report> {
  for (const { supply, source } of feeds) {
    if (!source) continue
    const { min, max } = supply.supply
    const over = source.max > max
    if (!over && source.min >= min) continue
    const figure = over
      ? `gives up to ${formatVolts(source.max)} on a full battery; it bears ${formatVolts(max)}`
      : `goes down to ${formatVolts(source.min)} on an empty battery; it needs ${formatVolts(min)}`
    yield {
      severity: over ? 'stop' : 'fix',
      subjects: [...aboutSupply(supply), source.place],
      fact: `${nameOf(supply.fitted)} is fed from ${source.label}, which ${figure}`,
      fixes: sources
        .filter((one) => one.min >= min && one.max <= max && one.owner !== supply.fitted.id)
        .map((one) => ({
          label: `Feed it from ${one.label}`,
          edit: { type: 'supply.choose', supply: supply.key, source: one.place },
        })),
    }
  }
}

export const supplyRange: Rule = {
  meta: {
    id: 'PWR-01',
    family: 'power',
    severity: 'fix',
    title: 'Supply within the device’s range, battery full and empty',
    why: 'Too much voltage destroys the part at once. Too little makes it restart when the battery sags, usually in flight.',
    reads: ['supplies', 'battery', 'rails'],
  },
  check,
}
