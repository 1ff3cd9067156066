import { cutLength, routeLength } from '../../../harness'
import { plain } from '../../../units'
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
      fact: `${wire.number} is ${plain(wire.length, 0)} mm; its way along the frame is ${plain(route, 0)} mm`,
      fixes: [{ label: `Set length ${length} mm`, edit: { type: 'wire.set', wire: wire.id, set: { length } } }],
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
