import { formatVolts } from '../../../units'
import { wireId } from '../../../harness'
import { aboutSupply, nameOf, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { feedFixes, fitWire, suitingSources, supplyReports } from '../../reports'

type Feed = CheckContext['feeds'][number]

function* check(context: CheckContext): Iterable<Report> {
  const { resolved, feeds } = context
  const suiting = (supply: Feed['supply']) => suitingSources(context, supply)
  const fixes = (supply: Feed['supply']) => feedFixes(supply, suiting(supply), ({ label }) => `Feed it from ${label}`)
  if (!Object.keys(resolved.plan.assignment).length && !Object.keys(resolved.plan.supplies).length) return
  yield* supplyReports(context, 'PWR-08', ({ supply }) => fixes(supply))
  for (const { supply, source } of feeds) {
    const wanted = resolved.plan.supplies[supply.key]
    if (wanted !== undefined && !source) continue
    if ((source && hasWire(context, supply)) || alternativeFed(feeds, supply)) continue
    yield {
      subjects: aboutSupply(supply),
      fact: `${nameOf(supply.fitted)} has no supply: ${source ? 'its supply wire is left off' : whyUnfed(supply, suiting(supply).length)}`,
      fixes: source ? fitFixes(context, supply) : fixes(supply),
    }
  }
}

function hasWire({ wires }: CheckContext, { fitted, supply }: Feed['supply']): boolean {
  return wires.some(({ id, omitted }) => id === wireId(fitted.id, supply.terminal) && !omitted)
}

function fitFixes({ wires }: CheckContext, { fitted, supply }: Feed['supply']): Fix[] {
  return wires.filter(({ id }) => id === wireId(fitted.id, supply.terminal)).map(fitWire)
}

/** Of supplies that are alternatives to each other one is enough. */
function alternativeFed(feeds: Feed[], { fitted, supply }: Feed['supply']): boolean {
  const { alternative } = supply
  return (
    alternative !== undefined &&
    feeds.some(({ source, supply: other }) => source && other.fitted === fitted && other.supply.alternative === alternative)
  )
}

function whyUnfed({ supply: { min, max } }: Feed['supply'], suiting: number): string {
  return suiting ? 'no source is chosen' : `no source gives ${formatVolts(min)} to ${formatVolts(max)}`
}

export const withoutSupply: Rule = {
  meta: {
    id: 'PWR-08',
    family: 'power',
    severity: 'fix',
    title: 'Device without supply',
    why: 'A part without supply looks like a dead part, and may feed itself weakly through its signal pins, which misleads a search for the fault.',
    reads: ['supplies', 'wires'],
  },
  check,
}
