import { verdictsFor, type Candidate, type Verdict } from '../../../allocation'
import { takesPlace } from '../../../catalogue'
import { placeLabel, type FittedNeed } from '../../../plan'
import { featureWords } from '../../../suitability'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import { doWithout, padName, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  yield* placeReports(context, 'FIT-01')
  if (!Object.keys(resolved.plan.assignment).length) return
  for (const need of resolved.needs.filter((fitted) => takesPlace(fitted.need))) {
    if (resolved.plan.assignment[need.key]) continue
    const { priority } = need.fitted.instance
    const lock = resolved.plan.locks[need.key]
    if (lock) {
      // What was asked for by hand cannot be had: that is for the user to settle before anything else.
      yield {
        severity: 'stop',
        subjects: aboutNeed(need),
        fact: `${needName(need)} is locked to ${placeLabel(lock, resolved.plan)} and cannot have it: ${whyNot(context, need)}`,
        fixes: [
          { label: 'Remove the lock', edit: { type: 'need.unlock', need: need.key } },
          doWithout(need.key, 'Do without it'),
        ],
      }
      continue
    }
    yield {
      severity: priority === 'must' ? 'fix' : 'weigh',
      subjects: aboutNeed(need),
      fact: `${needName(need)} has no place: ${whyNot(context, need)}`,
      fixes: [doWithout(need.key, 'Do without it')],
    }
  }
}

/** The places that would do, with who has them; or why none would. */
function whyNot(context: CheckContext, need: FittedNeed): string {
  const { resolved } = context
  const { plan } = resolved
  const lock = plan.locks[need.key]
  const verdicts = verdictsFor(resolved, need).filter(({ place }) => !lock || place === lock)
  const usable = verdicts.filter(({ place, candidates }) => candidates.length && !plan.bans[need.key]?.includes(place))
  if (!usable.length) return refusalsInShort(verdicts)
  const held = usable.map(({ place, candidates }) => {
    const holders = resolved.needs.filter((other) => plan.assignment[other.key]?.place === place).map(needName)
    return `${placeLabel(place, plan)} ${holders.length ? `is taken by ${holders.join(' and ')}` : inTheWay(context, candidates)}`
  })
  return held.length > 4 ? `${held.slice(0, 3).join('; ')}; ${held.length - 3} more are taken` : held.join('; ')
}

/** What a free place would take that another need has. */
function inTheWay(context: CheckContext, candidates: Candidate[]): string {
  for (const claim of candidates.flatMap(({ claims }) => claims)) {
    if (claim.kind === 'share') continue
    const holder = context.placed.find(({ way }) =>
      way.claims.some(
        (taken) =>
          taken.kind !== 'share' &&
          taken.thing === claim.thing &&
          (taken.kind === 'alone' || claim.kind === 'alone' || taken.as !== claim.as),
      ),
    )
    if (holder && claim.kind === 'alike' && claim.thing.startsWith('exclusion:'))
      return `cannot be there with ${needName(holder.need)}: this board has ${thingWords(context, claim.thing)}, not both`
    if (holder) return `wants ${thingWords(context, claim.thing)}, which ${needName(holder.need)} has`
  }
  return 'would ask more of the board than it has'
}

/** A thing that needs take, in words. */
function thingWords({ resolved }: CheckContext, thing: string): string {
  const [kind, rest] = [thing.slice(0, thing.indexOf(':')).replace('turns-', ''), thing.slice(thing.indexOf(':') + 1)]
  const { board } = resolved
  if (kind === 'pin' || kind === 'role') return `pad ${padName(resolved, rest.replace(/@.*$/, ''))}`
  if (kind === 'timer') return `${board.timers.find(({ id }) => id === rest)?.label ?? rest} at another setting`
  if (kind === 'dma') return `DMA stream ${rest}`
  if (kind === 'exclusion') {
    return (board.exclusions[Number(rest)]?.features ?? []).map((feature) => featureWords(board, feature)).join(' or ')
  }
  if (kind === 'slot' || kind === 'shape' || kind === 'rate') return 'the port in another way'
  if (kind === 'i2c') return `address ${rest.slice(rest.indexOf('@') + 1)} of its bus`
  if (kind === 'way-in') return 'the last way to set up the board'
  if (kind === 'storage') return 'the board’s memory'
  return 'a part of the board'
}

function refusalsInShort(verdicts: Verdict[]): string {
  const texts = [...new Set(verdicts.flatMap(({ refusals }) => refusals.map(({ text }) => text)))]
  if (!texts.length) return 'the places that would do are banned'
  return texts.length > 3 ? `${texts.slice(0, 2).join('; ')}; and ${texts.length - 2} more like this` : texts.join('; ')
}

export const needWithoutPlace: Rule = {
  meta: {
    id: 'FIT-01',
    family: 'fit',
    severity: 'fix',
    title: 'Each need has a place',
    why: 'A device without its port or pad is dead weight. Better known now than after the heat-shrink is on.',
    reads: ['needs', 'assignment', 'ports and pads', 'locks and bans'],
  },
  check,
}
