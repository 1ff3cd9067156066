import type { SerialLink } from '../../../links'
import { aboutLink, needName, type CheckContext, type Report, type Rule } from '../../context'
import { keepOff, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  yield* placeReports(context, 'SER-12')
  const told = new Set<SerialLink>()
  for (const link of context.links) {
    if (link.need.need.interruptible || told.has(link)) continue
    const other = context.links.find((shared) => shared !== link && shared.port === link.port)
    if (!other) continue
    // Where neither may be interrupted, both are told of at once.
    told.add(other)
    yield {
      subjects: [...new Set([...aboutLink(link), ...aboutLink(other)])],
      fact: `${needName(link.need)} must never be interrupted and shares ${link.port.label} with ${needName(other.need)}`,
      fixes: [keepOff(context, link.need, link.placement.place), keepOff(context, other.need, other.placement.place)],
    }
  }
}

export const neverInterrupt: Rule = {
  meta: {
    id: 'SER-12',
    family: 'serial',
    severity: 'fix',
    title: 'Never-interrupt links keep off shared ports',
    why: 'Control must not depend on what else uses the port. A port that changes hands on arming or on plugging in USB can drop the craft.',
    reads: ['needs', 'assignment', 'port abilities'],
  },
  check,
}
