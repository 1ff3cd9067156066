import { referTo, type FittedSupply } from '../../../plan'
import { formatAmps, formatVolts } from '../../../units'
import { nameOf, type CheckContext, type Report, type Rule } from '../../context'
import { isUpsetSource } from '../../upset'

/** Volts that are but rounding. */
const negligible = 1e-6

function* check(context: CheckContext): Iterable<Report> {
  for (const node of context.power.nodes) {
    if (isUpsetSource(context, node.place)) continue
    if (!node.alive.battery || node.headroom === undefined || (!node.leaves.length && node.peak === 0)) continue
    const fed = node.leaves.flatMap(({ supply }) => [referTo('supply', supply.key), referTo('device', supply.fitted.id)])
    if (node.input && node.input.full > node.input.max) {
      yield {
        severity: 'stop',
        subjects: [node.place, ...fed],
        fact: `${node.label} accepts up to ${formatVolts(node.input.max)} at its input; the full battery gives ${formatVolts(node.input.full)}`,
      }
    }
    const short = node.leaves.filter(({ supply: { supply } }) => node.empty < supply.min - negligible)
    if (node.headroom > -negligible || !short.length) continue
    yield {
      subjects: [
        node.place,
        ...short.flatMap(({ supply }) => [referTo('supply', supply.key), referTo('device', supply.fitted.id)]),
      ],
      fact: `${node.label} sags to ${formatVolts(node.empty)} at empty battery, for want of ${formatVolts(-node.headroom)} at its input${underLoad(node)}; ${short.map(({ supply }) => needs(supply)).join(', ')}`,
    }
  }
}

/** What it gives at that moment, and who takes most of it. */
function underLoad({ peak, leaves }: CheckContext['power']['nodes'][number]): string {
  const [heaviest] = [...leaves].sort((one, other) => other.peak - one.peak)
  if (!heaviest || peak <= 0) return ''
  const most = `${formatAmps(heaviest.peak)} of it by ${nameOf(heaviest.supply.fitted)}`
  return leaves.length === 1
    ? `, with ${formatAmps(peak)} drawn at peak by ${nameOf(heaviest.supply.fitted)}`
    : `, with ${formatAmps(peak)} drawn at peak, ${most}`
}

function needs({ fitted, supply }: FittedSupply): string {
  return `${nameOf(fitted)} needs ${formatVolts(supply.min)}`
}

export const dropOut: Rule = {
  meta: {
    id: 'PWR-03',
    family: 'power',
    severity: 'fix',
    title: 'Regulator within its input range',
    why: 'A regulator without enough voltage above its output stops regulating: the rail sags with the battery, first when it is nearly empty and the craft is far away.',
    reads: ['rails', 'battery', 'supply outputs', 'supplies'],
  },
  check,
}
