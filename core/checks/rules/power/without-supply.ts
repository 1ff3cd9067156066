import { wireId } from '../../../harness'
import { boardId, idIn, isIdle, partsOf, placeLabel } from '../../../plan'
import { supplyPlaced } from '../../../suitability'
import { formatVolts } from '../../../units'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { makersOn } from '../../makers'
import { endWords, feedFixes, fitWire, suitingSources, supplyReports, wireBack, causedBy } from '../../reports'
import { isUpsetSupply } from '../../upset'

type Feed = CheckContext['feeds'][number]

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, feeds } = context
  if (!Object.keys(resolved.plan.assignment).length && !Object.keys(resolved.plan.supplies).length) return
  yield* supplyReports(context, 'PWR-08', ({ supply }) =>
    feedFixes(context, supply, suitingSources(context, supply), ({ label }) => `Feed it from ${label}`),
  )
  for (const { supply, source } of feeds) {
    if (source && isCircle(context, supply.key)) yield inCircle(supply, source.label)
    if (source || alternativeFed(feeds, supply) || isIdle(resolved, supply.fitted)) continue
    if (supply.fitted.id === boardId && !boardInputUsed(context, supply)) continue
    if (isUpsetSupply(context, supply)) continue
    // Copper may lead to it what its wires were not meant to: then it is fed, and with which volts is for another rule.
    if (makersOn(context, context.circuit.netOfInput(supply)).length) continue
    const suiting = suitingSources(context, supply)
    const beyond = suiting.length ? undefined : beyondBattery(context, supply)
    // What would be fed by the board hangs on what feeds the board: that is told once.
    if (!suiting.length && !beyond && waitsForBoard(context, supply)) continue
    const wire = wireOf(context, supply)
    const chosen = resolved.plan.supplies[supply.key] !== undefined
    const mends = wire ? (wire.omitted ? [fitWire(wire)] : wireBack(context, wire)) : []
    yield {
      ...(beyond && { severity: beyond.severity }),
      subjects: aboutSupply(supply),
      fact: `${nameOf(supply.fitted)} has no supply: ${beyond?.words ?? lockedWhy(context, supply) ?? why(context, supply, suiting.length)}`,
      fixes: [
        ...(resolved.plan.locks[supply.key] === undefined || chosen
          ? []
          : [{ label: 'Remove the lock', edit: { type: 'need.unlock', need: supply.key } }]),
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

/** What a battery gives outside what an input for it takes, where no regulator suits that, even if all were fed. */
function beyondBattery(
  { resolved, sources }: CheckContext,
  { supply, fitted, unregulated, main }: Feed['supply'],
): { severity: 'stop' | 'fix'; words: string } | undefined {
  const { battery } = resolved
  if (battery.max <= supply.max && battery.min >= supply.min) return undefined
  const regulated = sources.some(
    ({ regulates, owner }) => regulates && owner !== fitted.id && regulates.volts >= supply.min && regulates.volts <= supply.max,
  )
  if (regulated && !unregulated && !main) return undefined
  const [given, taken] = [battery, supply].map(({ min, max }) => `${formatVolts(min)} to ${formatVolts(max)}`)
  return {
    // Too much burns it, and with too little even when full it never starts; what only falls short in the end goes out in flight.
    severity: battery.max > supply.max || battery.max < supply.min ? 'stop' : 'fix',
    words: `the battery gives ${given}, and it takes ${taken}`,
  }
}

/** Whether a rail of the board would suit it if the board were fed. */
function waitsForBoard({ resolved, feeds, sources }: CheckContext, { supply, fitted }: Feed['supply']): boolean {
  if (fitted.id === boardId || feeds.some(({ supply: each, source }) => each.fitted.id === boardId && source)) return false
  if (!resolved.supplies.some((each) => each.fitted.id === boardId)) return false
  return sources.some(
    ({ regulates, owner }) => regulates && owner === undefined && regulates.volts >= supply.min && regulates.volts <= supply.max,
  )
}

/** Why a source that a supply is locked to cannot feed it; nothing where it is not locked. */
function lockedWhy({ resolved }: CheckContext, supply: Feed['supply']): string | undefined {
  const { locks, supplies } = resolved.plan
  const lock = locks[supply.key]
  if (lock === undefined || supplies[supply.key] !== undefined) return undefined
  const { facts } = supplyPlaced(resolved, supply, lock)
  const reasons = facts.filter(({ impossible }) => impossible).map(({ text }) => text)
  return `it is locked to ${placeLabel(lock, resolved.plan)}${reasons.length ? `, and ${reasons.join('; ')}` : ', which others leave too little of'}`
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
