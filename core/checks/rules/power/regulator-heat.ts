import { referTo } from '../../../plan'
import { formatAmps, plain } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'

/** Kelvin above the air at which a regulator shuts off, less a warm day; and at which it is merely hot. */
const tooHot = 100
const hot = 60
/** Watts that a small package sheds without a figure of its own. */
const plainLimit = 1

function* check({ power }: CheckContext): Iterable<Report> {
  for (const node of power.nodes) {
    if (node.kind !== 'linear' || !node.heat) continue
    const watts = node.heat.typical
    const kelvin = node.kelvinPerWatt === undefined ? undefined : watts * node.kelvinPerWatt
    if (kelvin === undefined ? watts <= plainLimit : kelvin <= hot) continue
    const rise = kelvin === undefined ? '' : `, ${plain(kelvin, 0)} K above the air`
    yield {
      severity: kelvin !== undefined && kelvin > tooHot ? 'fix' : 'weigh',
      subjects: [node.place, ...node.leaves.map(({ supply }) => referTo('device', supply.fitted.id))],
      fact: `${node.label} makes ${plain(watts)} W of heat at ${formatAmps(node.typical)} and full battery${rise}`,
    }
  }
}

export const regulatorHeat: Rule = {
  meta: {
    id: 'PWR-04',
    family: 'power',
    severity: 'weigh',
    title: 'Heat of a linear regulator',
    why: 'A linear regulator turns every volt it takes off into heat, (Vin − Vout) × I; without metal around it about a watt is what it bears.',
    reads: ['rails', 'device currents', 'battery'],
  },
  check,
}
