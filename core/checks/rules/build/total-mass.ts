import { massReport } from '../../../harness'
import { referTo } from '../../../plan'
import { figure } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  const limit = resolved.plan.craft.massLimit
  if (limit === undefined) return
  const { total, parts } = massReport(resolved, wires)
  if (total <= limit) return
  const heaviest = parts.reduce((most, part) => (part.mass > most.mass ? part : most))
  yield {
    subjects: resolved.device(heaviest.id) ? [referTo('device', heaviest.id)] : [],
    fact: `equipment of ${figure(total, 'g', 0)} is ${figure(total - limit, 'g', 0)} over the limit of ${figure(limit, 'g', 0)}; ${heaviest.name} has most, ${figure(heaviest.mass, 'g', 0)}`,
  }
}

export const totalMass: Rule = {
  meta: {
    id: 'MEC-01',
    family: 'build',
    severity: 'fix',
    title: 'Total mass within the limit',
    why: 'Beyond its limit a craft climbs badly, flies short, and falls hard.',
    reads: ['device masses', 'wires', 'battery', 'airframe'],
  },
  check,
}
