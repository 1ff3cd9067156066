import { wireId } from '../../../harness'
import { boardId, idIn, isIdle, partsOf } from '../../../plan'
import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { endWords, feedFixes, fitWire, suitingSources, wireBack, causedBy } from '../../reports'
import { isUpsetSupply } from '../../upset'

type Feed = CheckContext['feeds'][number]

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, feeds } = context
  if (!Object.keys(resolved.plan.assignment).length && !Object.keys(resolved.plan.supplies).length) return
  for (const { supply, source } of feeds) {
    if (source && isCircle(context, supply.key)) yield inCircle(supply, source.label)
    if (source || alternativeFed(feeds, supply) || isIdle(resolved, supply.fitted)) continue
    if (supply.fitted.id === boardId && !boardInputUsed(context, supply)) continue
    if (isUpsetSupply(context, supply)) continue
    const suiting = suitingSources(context, supply)
    const wire = wireOf(context, supply)
    const chosen = resolved.plan.supplies[supply.key] !== undefined
    const mends = wire ? (wire.omitted ? [fitWire(wire)] : wireBack(context, wire)) : []
    yield {
      subjects: aboutSupply(supply),
      fact: `${nameOf(supply.fitted)} has no supply: ${why(context, supply, suiting.length)}`,
      fixes: [
        ...mends,
        ...(chosen && mends.length ? [] : feedFixes(context, supply, suiting, ({ label }): string => `Feed it from ${label}`)),
      ] as Fix[],
      ...causedBy(context, wire),
    }
  }
}

/** Whether what feeds a supply is in the end fed by it; what hangs on such a circle is not told of. */
function isCircle({ feeds }: CheckContext, key: string): boolean {
  const seen = new Set<string>()
  let at = feeds.find(({ supply }) => supply.key === key)
  while (at?.source) {
    if (seen.has(at.supply.key)) return at.supply.key === key
    seen.add(at.supply.key)
    const { owner = boardId, place } = at.source
    const above = feeds.filter(({ supply }) => supply.fitted.id === owner)
    at = above.find(({ supply }) => idIn('rail', place) === supply.supply.id) ?? above[0]
  }
  return false
}

function inCircle(supply: Feed['supply'], source: string): Report {
  return {
    subjects: aboutSupply(supply),
    fact: `${nameOf(supply.fitted)} has no supply: ${source}, which is to feed it, is in the end fed by it`,
  }
}

function wireOf({ wires }: CheckContext, { fitted, supply }: Feed['supply']) {
  return wires.find(({ id }) => id === wireId(fitted.id, supply.terminal))
}

/** An input of the board that nothing hangs on may stay empty, as long as the board has another. */
function boardInputUsed({ feeds, resolved }: CheckContext, { key, supply }: Feed['supply']): boolean {
  const others = feeds.some((feed) => feed.source && feed.supply.fitted.id === boardId && feed.supply.key !== key)
  const rail = resolved.board.rails.find(({ id }) => id === supply.id)
  const hanging = feeds.some(({ source }) => idIn('rail', source?.place) === supply.id)
  const makes = resolved.board.rails.some(({ source }) => source === supply.id)
  return !others || hanging || makes || (rail?.own ?? 0) > 0
}

/** Of supplies that are alternatives to each other one is enough. */
function alternativeFed(feeds: Feed[], { fitted, supply }: Feed['supply']): boolean {
  const { alternative } = supply
  return (
    alternative !== undefined &&
    feeds.some(({ source, supply: other }) => source && other.fitted === fitted && other.supply.alternative === alternative)
  )
}

function why(context: CheckContext, fitted: Feed['supply'], suiting: number): string {
  const { supply, key } = fitted
  const chosen = context.resolved.plan.supplies[key]
  const wire = wireOf(context, fitted)
  if (wire?.omitted) return 'its supply wire is left off'
  if (wire) return `its supply wire ${wire.number} leads to ${endWords(context, wire.to)}, which feeds nothing`
  if (chosen !== undefined) return `it is to be fed from ${partsOf(chosen).id}, which has no pad to solder to`
  return suiting ? 'no source is chosen' : `no source gives ${formatVolts(supply.min)} to ${formatVolts(supply.max)}`
}

export const withoutSupply: Rule = {
  meta: {
    id: 'PWR-08',
    family: 'power',
    severity: 'fix',
    title: 'Part without supply',
    why: 'A part without supply looks like a dead part, and may feed itself weakly through its signal pins, which misleads a search for the fault. A board that nothing feeds is no flying craft.',
    reads: ['supplies', 'wires'],
  },
  check,
}
