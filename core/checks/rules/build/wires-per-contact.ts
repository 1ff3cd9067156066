import { pointOf, type Wire, type WireEnd } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire, contactAt, endWords } from '../../reports'

/** Wires that a solder pad of the usual 1.5 × 2 mm holds well. */
const onPad = 2

function* check(context: CheckContext): Iterable<Report> {
  const { wires } = context
  const ends = new Map<string, { end: WireEnd; wires: Wire[] }>()
  for (const wire of wires.filter(({ omitted }) => !omitted)) {
    for (const end of [wire.from, wire.to]) {
      const point = pointOf(end)
      const known = ends.get(point) ?? { end, wires: [] }
      known.wires.push(wire)
      ends.set(point, known)
    }
  }
  for (const { end, wires: there } of ends.values()) {
    const contact = contactAt(context, end)
    const onBoard = end.device === undefined && !context.resolved.pad(end.point)?.connector
    const most = contact?.wires ?? (onBoard ? onPad : Infinity)
    if (there.length <= most) continue
    const where = `${endWords(context, end)}${contact ? ` (${contact.type})` : ''}`
    yield {
      severity: contact ? 'fix' : 'weigh',
      subjects: [...new Set(there.flatMap(aboutWire))],
      fact: `${there.length} wires meet at ${where}, which holds ${most === 1 ? 'one' : most}: ${there.map(({ number }) => number).join(', ')}; join them in a splice, a pin rail or a distribution board`,
    }
  }
}

export const wiresPerContact: Rule = {
  meta: {
    id: 'MEC-04',
    family: 'build',
    severity: 'fix',
    title: 'No more wires than a contact or a pad holds',
    why: 'A crimp holds one wire; a pad with three wires has a cold joint among them, and the next one soldered lets the others go.',
    reads: ['wires', 'connectors', 'pads'],
  },
  check,
}
