import { ampacity, bears, burstFactor, gaugeFor, unloaded, wireRating } from '../../../electrics'
import { fits, formatAmps } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire } from '../../reports'
import { isUpsetWire } from '../../upset'

function* check(context: CheckContext): Iterable<Report> {
  const { power, wires } = context
  for (const wire of wires) {
    if (isUpsetWire(context, wire)) continue
    const load = power.flows.get(wire.id) ?? unloaded
    const rating = wireRating(wire.gauge, wire.bursts)
    if (bears(rating, load)) continue
    const { typical, peak } = load
    const always = !fits(typical, rating.typical)
    const gauge = gaugeFor(load, wire.bursts)
    const good =
      always || rating.peak === rating.typical
        ? `good for ${formatAmps(ampacity(wire.gauge))}; it carries ${formatAmps(always ? typical : peak)}${always ? ' all the time' : ' at peak'}`
        : `good for ${formatAmps(rating.peak)} in bursts; it carries ${formatAmps(peak)} at full throttle`
    yield {
      severity: always ? (fits(typical, rating.typical * burstFactor) ? 'fix' : 'stop') : 'weigh',
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
