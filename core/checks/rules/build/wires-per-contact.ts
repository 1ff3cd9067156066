import { pointOf, type Wire, type WireEnd } from '../../../harness'
import { batteryId, freshExtra, freshJoint, jointHolds, jointKinds, jointPoint, type Edit } from '../../../plan'
import { wireDiameter } from '../../../units'
import type { CheckContext, Report, Rule } from '../../context'
import { distributionWish } from '../../distribution'
import type { Fix } from '../../finding'
import { aboutWire, causedBy, contactAt, endWords } from '../../reports'

/** Wires that a solder pad of the usual 1.5 × 2 mm holds well. */
const onPad = 2

/**
 * Wires that a pad of known size holds: their conductors, tinned to 1.2 times their diameter, lie side
 * by side on its longer side.
 */
function holds({ resolved }: CheckContext, { point }: WireEnd, wires: Wire[]): number {
  const size = resolved.pad(point)?.size
  if (!size) return onPad
  const thick = wires.map(({ gauge }) => 1.2 * wireDiameter(gauge)).sort((one, other) => one - other)
  let room = Math.max(size.width, size.height)
  return thick.filter((width) => (room -= width) >= 0).length
}

/** Ways of joining wires beside the point at which they meet, and of leading one on to it. */
function joinFixes({ resolved }: CheckContext, end: WireEnd, there: Wire[], most: number): Fix[] {
  const point = pointOf(end)
  const { plan, parts } = resolved
  const movable = there.filter(({ id, to, from }) => !plan.extras[id] && pointOf(to) === point && pointOf(from) !== point)
  if (end.device !== undefined && plan.joints[end.device]) return []
  // Wires of unlike kinds that meet are a fault of another sort, which a joint would only hide.
  if (new Set(there.map(({ kind }) => kind)).size > 1) return []
  // A wire that begins there stays, and the others may join it on its way.
  const staying = there.filter((wire) => !movable.includes(wire))
  const through = staying.find(({ id, from }) => !plan.extras[id] && pointOf(from) === point)
  const onto = staying.length + 1 <= most ? undefined : through
  if (!movable.length || (staying.length + 1 > most && (!onto || staying.length > most))) return []
  const joined = [...(onto ? [onto] : []), ...movable]
  const kinds = (['splice', 'pin-rail'] as const).filter((kind) => joined.length + 1 <= jointHolds(kind))
  return kinds.slice(0, 1).map((kind) => {
    const { joint, name } = freshJoint(
      parts.map(({ id }) => id),
      kind,
    )
    const label = `Join ${joined.map(({ number }) => number).join(', ')} in a ${jointKinds[kind].label.toLowerCase()}, and lead one wire on`
    const edits: Edit[] = [
      { type: 'joint.add', joint, kind, name },
      ...joined.map(({ id }): Edit => ({ type: 'wire.set', wire: id, set: { end: jointPoint(joint) } })),
      { type: 'wire.add', wire: freshExtra(plan.extras), from: jointPoint(joint), to: onto ? pointOf(onto.to) : point },
    ]
    return { label, edit: { type: 'several', label, edits } }
  })
}

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
    const most = contact?.wires ?? (onBoard ? holds(context, end, there) : Infinity)
    if (there.length <= most) continue
    const where = `${endWords(context, end)}${contact ? ` (${contact.type})` : ''}`
    yield {
      severity: contact ? 'fix' : 'weigh',
      subjects: [...new Set(there.flatMap(aboutWire))],
      fact: `${there.length} wires meet at ${where}, which holds ${most === 1 ? 'one' : most === 0 ? 'none so thick' : most}: ${there.map(({ number }) => number).join(', ')}`,
      fixes: joinFixes(context, end, there, most),
      wants: end.device === batteryId ? distributionWish(context) : undefined,
      ...causedBy(context, ...there),
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
