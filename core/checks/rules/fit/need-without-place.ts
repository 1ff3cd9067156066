import { verdictsFor, type Candidate, type Verdict } from '../../../allocation'
import { takesPlace } from '../../../catalogue'
import { placeLabel, type FittedNeed } from '../../../plan'
import { capacitiesOf, featureWords, keepsInAir, missBy, missesInShort } from '../../../suitability'
import { aboutNeed, needName, type CheckContext, type Report, type Rule } from '../../context'
import type { Fix } from '../../finding'
import { doWithout, padName, placeReports } from '../../reports'

function* check(context: CheckContext): Iterable<Report> {
  const { resolved } = context
  yield* placeReports(context, 'FIT-01')
  // Before anything is allocated only what no allocation could place is told.
  const begun = Object.keys(resolved.plan.assignment).length > 0
  for (const need of resolved.needs.filter((fitted) => takesPlace(fitted.need))) {
    if (resolved.plan.assignment[need.key] || !(begun || isHopeless(context, need))) continue
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
      fixes: [...freePlaces(context, need), doWithout(need.key, 'Do without it')],
    }
  }
}

/** Whether no place of the board would do, whatever else is there, or the one that it is locked to would not. */
function isHopeless({ resolved }: CheckContext, need: FittedNeed): boolean {
  const { locks, bans } = resolved.plan
  const lock = locks[need.key]
  return verdictsFor(resolved, need).every(
    ({ place, candidates }) => !candidates.length || (lock !== undefined && place !== lock) || bans[need.key]?.includes(place),
  )
}

/** Fixes that put a need where nobody is and nothing is in the way. */
function freePlaces(context: CheckContext, need: FittedNeed): Fix[] {
  const { plan } = context.resolved
  return verdictsFor(context.resolved, need)
    .filter(
      ({ place, candidates }) =>
        candidates.length &&
        !plan.bans[need.key]?.includes(place) &&
        !Object.values(plan.assignment).some((held) => held.place === place) &&
        inTheWay(context, candidates) === free,
    )
    .slice(0, 2)
    .map(({ place }) => ({
      label: `Put it on ${placeLabel(place, plan)}`,
      edit: { type: 'need.lock', need: need.key, place },
    }))
}

const free = 'is free: allocate anew'

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
  const isFirst = usable.some(({ place }) =>
    resolved.needs.some((other) => plan.assignment[other.key]?.place === place && keepsInAir(other)),
  )
  // A wish comes after every must anyway.
  const first =
    isFirst && need.fitted.instance.priority === 'must' && !keepsInAir(need) ? '; what keeps the craft in the air goes first' : ''
  const words = held.length > 4 ? `${held.slice(0, 3).join('; ')}; ${held.length - 3} more are taken` : held.join('; ')
  return words + first
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
  return tooMuch(context, candidates) ?? free
}

/** What of the board all of a free place's ways would ask more of than is left of it, and who has that. */
function tooMuch(context: CheckContext, candidates: Candidate[]): string | undefined {
  const { resolved, placed } = context
  const capacities = capacitiesOf(resolved)
  for (const { claims } of candidates)
    for (const claim of claims) {
      const words = claim.kind === 'share' ? sharedWords[claim.thing] : undefined
      if (claim.kind !== 'share' || !words) continue
      const takers = placed.filter(({ way }) => way.claims.some((taken) => taken.kind === 'share' && taken.thing === claim.thing))
      const capacity = capacities.get(claim.thing) ?? Infinity
      if (takers.length + claim.amount > capacity)
        return `is free, but the board ${words(capacity)}: ${takers.map(({ need }) => needName(need)).join(', ') || 'none is left'}`
    }
  return undefined
}

/** What a board has so many of, in words. */
const sharedWords: Record<string, (capacity: number) => string> = {
  receivers: (capacity) => `listens to ${capacity === 1 ? 'one control receiver' : `${capacity} control receivers`} at a time`,
  configuration: (capacity) =>
    `takes ${capacity === 1 ? 'one link' : `${capacity} links`} with its configuration protocol besides USB`,
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

/** The nearest miss, and what keeps the others away, by their number. */
function refusalsInShort(verdicts: Verdict[]): string {
  const [nearest, ...others] = verdicts
    .filter(({ refusals }) => refusals.length)
    .toSorted((one, other) => missBy(one.refusals) - missBy(other.refusals))
  if (!nearest) return 'the places that would do are banned'
  const first = nearest.refusals.map(({ text }) => text).join('; ')
  // What is said of the board as a whole is said once.
  const rest = others.filter(({ refusals }) => refusals.some(({ text }) => !nearest.refusals.some((each) => each.text === text)))
  if (!rest.length) return first
  return `${first}; of the other places ${missesInShort(rest.map(({ refusals }) => refusals))}`
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
