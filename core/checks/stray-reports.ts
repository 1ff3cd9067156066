import { needKind, type Wiring } from '../catalogue'
import { referTo, type FittedNeed } from '../plan'
import { aboutNeed, needName, type CheckContext, type Report } from './context'
import { causedBy, endWords, fitWire, wireBack } from './reports'
import { straysOf, terminalLabel } from './strays'

/** What a rule says of terminals that lead elsewhere or nowhere, of needs that are wired in such a way. */
export function* strayReports(
  context: CheckContext,
  wirings: Wiring[],
  about: (need: FittedNeed) => boolean = () => true,
): Iterable<Report> {
  for (const stray of straysOf(context)) {
    const { need, wire, wanted } = stray
    if (!wirings.includes(needKind(need.need).wiring) || !about(need)) continue
    const where = !wire
      ? 'has no wire'
      : wire.omitted
        ? `has its wire ${wire.number} left off`
        : `leads to ${endWords(context, wire.to)} by ${wire.number}`
    yield {
      subjects: [...aboutNeed(need), ...(wire ? [referTo('wire', wire.id)] : [])],
      fact: `${terminalLabel(stray)} of ${needName(need)} ${where}; it belongs at ${wanted}`,
      fixes: wire ? (wire.omitted ? [fitWire(wire)] : wireBack(context, wire)) : [],
      ...causedBy(context, wire),
    }
  }
}
