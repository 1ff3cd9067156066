import type { Place } from '../plan'
import { solveNear, type Allocation, type Constraints } from './allocate'
import type { SearchLimits } from './packing'
import type { Problem, Score } from './problem'
import type { Reason } from './verdict'

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
  const nothing: Forced = {
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
  if (!verdict?.candidates.length) return nothing
  const bans = { ...constraints.bans, [key]: (constraints.bans[key] ?? []).filter((other) => other !== place) }
  const forced = solveNear(problem, { ...constraints, locks: { ...constraints.locks, [key]: place }, bans }, base, [key], limits)
  if (forced.unmet.includes(key)) {
    return {
      ...nothing,
      refusals: [
        { rule: 'PAD-02', text: 'what must stay, as locked or of a higher priority, leaves no room for it there', risk: 0 },
      ],
      proven: forced.proven,
    }
  }
  return {
    ...nothing,
    possible: true,
    reasons: forced.reasons[key] ?? [],
    moves: movesBetween(base, forced).filter((move) => move.key !== key && move.to !== undefined),
    losers: forced.unmet.filter((other) => !base.unmet.includes(other)),
    worse: difference(base.score, forced.score),
    proven: forced.proven,
  }
}

const zero: Score = { unkeptLocks: 0, unmetMusts: 0, unmetWishes: [0, 0, 0], risk: 0, moves: 0 }

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
    unmetMusts: other.unmetMusts - one.unmetMusts,
    unmetWishes: other.unmetWishes.map((count, at) => count - one.unmetWishes[at]!) as Score['unmetWishes'],
    risk: other.risk - one.risk,
    moves: other.moves - one.moves,
  }
}

/** Negative when the first score is better, by the order of the objective. */
export function compareScores(one: Score, other: Score): number {
  const levels = (score: Score) => [score.unkeptLocks, score.unmetMusts, ...score.unmetWishes, score.risk, score.moves]
  const [a, b] = [levels(one), levels(other)]
  const at = a.findIndex((value, index) => value !== b[index])
  return at < 0 ? 0 : a[at]! - b[at]!
}
