import { cutLength, routeLength } from '../../../harness'
import { figure } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire } from '../../reports'

function* check({ resolved, wires }: CheckContext): Iterable<Report> {
  for (const wire of wires) {
    if (!wire.measured || wire.omitted) continue
    const route = routeLength(resolved, wire.from, wire.to)
    if (wire.length >= route) continue
    const length = cutLength(route)
    yield {
      subjects: aboutWire(wire),
      fact: `${wire.number} is ${figure(wire.length, 'mm', 0)}; its way along the frame is ${figure(route, 'mm', 0)}`,
      fixes: [{ label: `Set length ${figure(length, 'mm')}`, edit: { type: 'wire.set', wire: wire.id, set: { length } } }],
    }
  }
}

export const leadLength: Rule = {
  meta: {
    id: 'MEC-02',
    family: 'build',
    severity: 'fix',
    title: 'Lead long enough',
    why: 'A lead that does not reach is stretched over a frame edge or spliced in the air.',
    reads: ['placement', 'wires'],
  },
  check,
}
