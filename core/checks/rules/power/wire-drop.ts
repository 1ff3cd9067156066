import { gauges, nominalTolerance, type Wire } from '../../../harness'
import { formatAmps, formatVolts, plain } from '../../../units'
import type { Fix } from '../../finding'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'

/** Share of the voltage that may be lost without a word. */
const allowed = 0.05

function* check({ power }: CheckContext): Iterable<Report> {
  for (const leaf of power.leaves) {
    const { supply } = leaf.supply
    const before = leaf.empty + leaf.drop
    if (leaf.drop <= 0 || before < supply.min) continue
    const short = leaf.empty < supply.min * (1 - nominalTolerance)
    if (!short && leaf.drop < allowed * before) continue
    yield {
      severity: short ? 'fix' : 'weigh',
      subjects: [...aboutSupply(leaf.supply), ...leaf.wires.map((wire) => `wire:${wire.id}`)],
      fact: `${nameOf(leaf.supply.fitted)} gets ${formatVolts(leaf.empty)} at ${formatAmps(leaf.peak)} peak: its wires lose ${plain(leaf.drop, 3)} V there and back${short ? `; it needs ${formatVolts(supply.min)}` : ''}`,
      fixes: thicker(leaf.wires),
    }
  }
}

function thicker(wires: Wire[]): Fix[] {
  const gauge = Math.max(gauges.at(-1)!, Math.min(...wires.map((wire) => wire.gauge)) - 4)
  return [
    {
      label: `Make them AWG ${gauge}`,
      edit: {
        type: 'several',
        label: `Make ${wires.map((wire) => wire.number).join(' and ')} AWG ${gauge}`,
        edits: wires.map((wire) => ({ type: 'wire.set', wire: wire.id, override: { gauge } })),
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
