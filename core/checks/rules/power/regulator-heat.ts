import { referTo } from '../../../plan'
import { figure, formatAmps } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { reliefOf } from '../../relief'
import { isUpsetSource } from '../../upset'

/** Kelvin above the air at which a regulator shuts off, less a warm day; and at which it is merely hot. */
const tooHot = 100
const hot = 60
const room = 25
const shutDown = 150
/** Watts that a small package sheds without a figure of its own. */
const plainLimit = 1

function* check(context: CheckContext): Iterable<Report> {
  for (const node of context.power.nodes) {
    if (isUpsetSource(context, node.place)) continue
    if (node.kind !== 'linear' || !node.heat) continue
    const watts = node.heat.typical
    const kelvin = node.kelvinPerWatt === undefined ? undefined : watts * node.kelvinPerWatt
    if (kelvin === undefined ? watts <= plainLimit : kelvin <= hot) continue
    const [heaviest] = [...node.leaves].sort((one, other) => other.peak - one.peak)
    const rise = kelvin === undefined ? '' : words(kelvin)
    yield {
      severity: kelvin !== undefined && kelvin > tooHot ? 'fix' : 'weigh',
      fixes: heaviest ? reliefOf(context, node.place, heaviest.supply, heaviest.peak) : [],
      subjects: [node.place, ...node.leaves.map(({ supply }) => referTo('device', supply.fitted.id))],
      fact: `${node.label} makes ${figure(watts, 'W')} of heat at ${formatAmps(node.typical)} and full battery${rise}`,
    }
  }
}

/** What it comes to on a bench; parts of this kind shut down at about 150 °C, or burn. */
function words(kelvin: number): string {
  const celsius = room + kelvin
  return `: would reach ${figure(celsius, '°C', 0)} in air of ${figure(room, '°C')}${celsius > shutDown ? ', it shuts down or burns' : ''}`
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
