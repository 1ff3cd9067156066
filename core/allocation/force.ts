import { placeLabel, type FittedNeed, type Place } from '../plan'
import type { Claim } from '../suitability'
import { solveNear, type Allocation, type Constraints } from './allocate'
import type { SearchLimits } from './packing'
import type { Problem, Score } from './problem'
import type { Candidate, Reason } from './verdict'

/** A need or supply that would go elsewhere. */
export interface Move {
  key: string
  from?: Place
  to?: Place
}

/** What it would mean to put a need at a place, whoever is there now. */
export interface Forced {
  key: string
  place: Place
  /** The need can be there at all. */
  possible: boolean
  /** Why it cannot, by the rules of the place itself. */
  refusals: Reason[]
  /** What it costs or is worth noting there. */
  reasons: Reason[]
  /** Others that would move, and where to. */
  moves: Move[]
  /** Others that would lose their place. */
  losers: string[]
  /** How much worse the whole would be, level by level; negative is better. */
  worse: Score
  proven: boolean
}

/**
 * Answers "why is it not there?" by a real search with the choice forced.
 * @param base the allocation to compare with
 */
export function forcePlace(
  problem: Problem,
  constraints: Constraints,
  base: Allocation,
  key: string,
  place: Place,
  limits: SearchLimits = {},
): Forced {
  const want = problem.wants.find((want) => want.key === key)
  const verdict = want?.verdicts.find((offered) => offered.place === place)
  const impossible: Forced = {
    key,
    place,
    possible: false,
    refusals: verdict?.refusals ?? [],
    reasons: [],
    moves: [],
    losers: [],
    worse: zero,
    proven: true,
  }
  if (!verdict?.candidates.length) return impossible
  const bans = { ...constraints.bans, [key]: (constraints.bans[key] ?? []).filter((other) => other !== place) }
  const forced = solveNear(problem, { ...constraints, locks: { ...constraints.locks, [key]: place }, bans }, base, [key], limits)
  if (forced.unmet.includes(key)) {
    return {
      ...impossible,
      refusals: inTheWay(problem, base, key, verdict.candidates),
      proven: forced.proven,
    }
  }
  return {
    ...impossible,
    possible: true,
    reasons: forced.reasons[key] ?? [],
    moves: movesBetween(base, forced).filter((move) => move.key !== key && move.to !== undefined),
    losers: forced.unmet.filter((other) => !base.unmet.includes(other)),
    worse: difference(base.score, forced.score),
    proven: forced.proven,
  }
}

/** What has the place, or a thing that it takes, and cannot give way: it is locked, or counts as much and has nowhere else to go. */
function inTheWay(problem: Problem, base: Allocation, key: string, candidates: Candidate[]): Reason[] {
  const { plan } = problem.resolved
  const found = candidates.map((candidate): Reason[] =>
    problem.wants.flatMap((want, item) => {
      const other = want.key === key ? undefined : want.candidates[base.choice[item]!]
      const clash = other && clashing(candidate.claims, other.claims)
      if (!other || !clash) return []
      const held = plan.locks[want.key] === undefined ? 'has nowhere else to go' : 'is locked there'
      const name = want.need ? needWords(want.need) : (want.supply?.fitted.instance.name ?? want.key)
      return { rule: clash.rule, text: `${name} is at ${placeLabel(other.placement.place, plan)} and ${held}`, risk: 0 }
    }),
  )
  const fewest = found.filter((reasons) => reasons.length).sort((one, other) => one.length - other.length)[0]
  return fewest ?? [{ rule: 'FIT-01', text: 'what is locked, or counts for more, leaves no room for it there', risk: 0 }]
}

const needWords = ({ fitted, need }: FittedNeed) => `${fitted.instance.name} (${need.label})`

/** A claim of one that another's claims do not allow. */
function clashing(claims: Claim[], others: Claim[]): Exclude<Claim, { kind: 'share' }> | undefined {
  return claims.flatMap((claim) => {
    if (claim.kind === 'share') return []
    const clash = others.some(
      (other) =>
        other.kind === claim.kind &&
        other.thing === claim.thing &&
        (claim.kind === 'alone' || claim.as !== (other as typeof claim).as),
    )
    return clash ? claim : []
  })[0]
}

const zero: Score = { unkeptLocks: 0, unmetVital: 0, unmetMusts: 0, unmetWishes: [0, 0, 0], risk: 0, moves: 0 }

function placeOf({ assignment, supplies }: Pick<Allocation, 'assignment' | 'supplies'>, key: string): Place | undefined {
  return assignment[key]?.place ?? supplies[key]
}

/** What is at another place in the second allocation than in the first. */
export function movesBetween(
  before: Pick<Allocation, 'assignment' | 'supplies'>,
  after: Pick<Allocation, 'assignment' | 'supplies'>,
): Move[] {
  const keys = new Set(
    [before, after].flatMap(({ assignment, supplies }) => [...Object.keys(assignment), ...Object.keys(supplies)]),
  )
  return [...keys]
    .map((key) => ({ key, from: placeOf(before, key), to: placeOf(after, key) }))
    .filter(({ from, to }) => from !== to)
}

/** Second score less the first, level by level. */
export function difference(one: Score, other: Score): Score {
  return {
    unkeptLocks: other.unkeptLocks - one.unkeptLocks,
    unmetVital: other.unmetVital - one.unmetVital,
    unmetMusts: other.unmetMusts - one.unmetMusts,
    unmetWishes: other.unmetWishes.map((count, at) => count - one.unmetWishes[at]!) as Score['unmetWishes'],
    risk: other.risk - one.risk,
    moves: other.moves - one.moves,
  }
}

/** Negative when the first score is better, by the order of the objective. */
export function compareScores(one: Score, other: Score): number {
  const levels = (score: Score) => [
    score.unkeptLocks,
    score.unmetVital,
    score.unmetMusts,
    ...score.unmetWishes,
    score.risk,
    score.moves,
  ]
  const [a, b] = [levels(one), levels(other)]
  const at = a.findIndex((value, index) => value !== b[index])
  return at < 0 ? 0 : a[at]! - b[at]!
}
