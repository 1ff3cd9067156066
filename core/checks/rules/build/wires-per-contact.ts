import { contactLimit } from '../../../catalogue'
import type { Wire, WireEnd } from '../../../harness'
import { pointOf } from '../../../harness'
import type { CheckContext, Report, Rule } from '../../context'
import { aboutWire, endWords } from '../../reports'

/** Wires that a solder pad of the usual 1.5 × 2 mm holds well. */
const onPad = 2

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, wires } = context
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
    const pad = end.device === undefined ? resolved.pad(end.point) : undefined
    const type = pad ? resolved.board.connectors.find(({ id }) => id === pad.connector)?.type : end.connector
    const limit = contactLimit(type)
    const most = limit?.wires ?? (pad && !pad.connector ? onPad : Infinity)
    if (there.length <= most) continue
    const where = `${endWords(context, end)}${limit ? ` (${type})` : ''}`
    yield {
      severity: limit ? 'fix' : 'weigh',
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
