import { ampacity, gaugeFor } from '../../../harness'
import { referTo } from '../../../plan'
import { formatAmps } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'

function* check({ power }: CheckContext): Iterable<Report> {
  for (const leaf of power.leaves) {
    for (const wire of leaf.wires) {
      if (leaf.peak <= ampacity(wire.gauge)) continue
      const gauge = gaugeFor(leaf.peak)
      yield {
        severity: leaf.typical > ampacity(wire.gauge) ? 'fix' : 'weigh',
        subjects: [referTo('wire', wire.id), ...aboutSupply(leaf.supply)],
        fact: `${wire.number} of ${nameOf(leaf.supply.fitted)} is AWG ${wire.gauge}, good for ${formatAmps(ampacity(wire.gauge))}; it carries ${formatAmps(leaf.peak)} at peak`,
        fixes:
          gauge < wire.gauge
            ? [{ label: `Make it AWG ${gauge}`, edit: { type: 'wire.set', wire: wire.id, set: { gauge } } }]
            : [],
      }
    }
  }
}

export const wireAmpacity: Rule = {
  meta: {
    id: 'PWR-06',
    family: 'power',
    severity: 'fix',
    title: 'Wire carries its current',
    why: 'A wire too thin for its current heats itself and its bundle until the insulation gives way.',
    reads: ['wires', 'device currents'],
  },
  check,
}
