import { ampacity, burstFactor, gaugeFor, mainGaugeFor, thinnestMain } from '../../../harness'
import { formatAmps } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire } from '../../reports'

/** Share above what a wire carries that is but rounding. */
const rounding = 1e-6

function* check({ power, wires }: CheckContext): Iterable<Report> {
  const mains = new Set(power.leaves.filter(({ supply }) => supply.main).flatMap((leaf) => leaf.wires.map(({ id }) => id)))
  for (const wire of wires) {
    const { typical, peak } = power.flows.get(wire.id) ?? { typical: 0, peak: 0 }
    const main = mains.has(wire.id)
    const carries = ampacity(wire.gauge) * (1 + rounding)
    const bears = main && wire.gauge <= thinnestMain ? carries * burstFactor : carries
    if (typical <= carries && peak <= bears) continue
    const gauge = main ? mainGaugeFor(typical, peak) : gaugeFor(peak)
    const good =
      typical > carries || !main
        ? `good for ${formatAmps(ampacity(wire.gauge))}; it carries ${formatAmps(typical > carries ? typical : peak)}${typical > carries ? ' all the time' : ' at peak'}`
        : `good for ${formatAmps(bears)} in bursts; it carries ${formatAmps(peak)} at full throttle`
    yield {
      severity: typical > carries ? (typical > carries * burstFactor ? 'stop' : 'fix') : 'weigh',
      subjects: aboutWire(wire),
      fact: `${wire.number} is AWG ${wire.gauge}, ${good}`,
      fixes:
        gauge < wire.gauge ? [{ label: `Make it AWG ${gauge}`, edit: { type: 'wire.set', wire: wire.id, set: { gauge } } }] : [],
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
    reads: ['wires', 'device currents', 'motor currents'],
  },
  check,
}
