import { dropAllowed, gauges, nominalTolerance } from '../../../electrics'
import type { PowerLeaf } from '../../../harness'
import { referTo } from '../../../plan'
import { formatAmps, formatVolts, plain, wireResistancePerMetre } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { isUpsetSupply } from '../../upset'

function* check(context: CheckContext): Iterable<Report> {
  for (const leaf of context.power.leaves) {
    if (isUpsetSupply(context, leaf.supply)) continue
    const { supply } = leaf.supply
    const before = leaf.empty + leaf.drop
    if (leaf.drop <= 0 || before < supply.min) continue
    const short = leaf.empty < supply.min * (1 - nominalTolerance)
    if (!short && leaf.drop < dropAllowed * before) continue
    yield {
      severity: short ? 'fix' : 'weigh',
      subjects: [...aboutSupply(leaf.supply), ...leaf.wires.map((wire) => referTo('wire', wire.id))],
      fact: `${nameOf(leaf.supply.fitted)} gets ${formatVolts(leaf.empty)} at ${formatAmps(leaf.peak)} peak: its wires lose ${plain(leaf.drop, 3)} V there and back${short ? `; it needs ${formatVolts(supply.min)}` : ''}`,
      fixes: thicker(leaf),
    }
  }
}

/** Makes the wires as thick as it takes, or as thick as there are. */
function thicker({ wires, drop, empty, supply: { supply } }: PowerLeaf): Fix[] {
  const thickest = Math.min(...wires.map((wire) => wire.gauge))
  const before = empty + drop
  const bearable = Math.min(dropAllowed * before, before - supply.min * (1 - nominalTolerance))
  // Wires that differ are taken for the thickest of them, so that the drop reckoned is the most there can be.
  const dropAt = (gauge: number) => (drop * wireResistancePerMetre(gauge)) / wireResistancePerMetre(thickest)
  const gauge = gauges.find((size) => size < thickest && dropAt(size) < bearable) ?? gauges.at(-1)!
  if (gauge >= thickest) return []
  return [
    {
      label: `Make them AWG ${gauge}`,
      edit: {
        type: 'several',
        label: `Make ${wires.map((wire) => wire.number).join(' and ')} AWG ${gauge}`,
        edits: wires.map((wire) => ({ type: 'wire.set', wire: wire.id, set: { gauge } })),
      },
    },
  ]
}

export const wireDrop: Rule = {
  meta: {
    id: 'PWR-05',
    family: 'power',
    severity: 'fix',
    title: 'Voltage at the device after its wires',
    why: 'The way out and the way back both cost voltage; what arrives at peak current is what the device has to live on.',
    reads: ['wires', 'supplies', 'battery'],
  },
  check,
}
