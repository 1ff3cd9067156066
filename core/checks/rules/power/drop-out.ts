import { referTo } from '../../../plan'
import { formatVolts } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

/** Volts that are but rounding. */
const nothing = 1e-6

function* check({ power }: CheckContext): Iterable<Report> {
  for (const node of power.nodes) {
    if (node.headroom === undefined || (!node.leaves.length && node.peak === 0)) continue
    const fed = node.leaves.flatMap(({ supply }) => [referTo('supply', supply.key), referTo('device', supply.fitted.id)])
    if (node.input && node.input.full > node.input.max) {
      yield {
        severity: 'stop',
        subjects: [node.place, ...fed],
        fact: `${node.label} bears ${formatVolts(node.input.max)} at its input; the full battery gives ${formatVolts(node.input.full)}`,
      }
    }
    if (node.headroom > -nothing) continue
    yield {
      subjects: [node.place, ...fed],
      fact: `${node.label} lacks ${formatVolts(-node.headroom)} at empty battery: it needs ${formatVolts(node.empty)} and its drop-out`,
    }
  }
}

export const dropOut: Rule = {
  meta: {
    id: 'PWR-03',
    family: 'power',
    severity: 'fix',
    title: 'Regulator within its input range',
    why: 'A regulator without enough voltage above its output stops regulating: the rail sags with the battery, first when it is nearly empty and the craft is far away.',
    reads: ['rails', 'battery', 'supply outputs'],
  },
  check,
}
