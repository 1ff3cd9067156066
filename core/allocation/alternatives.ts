import { solveNear, type Allocation, type Constraints } from './allocate'
import { compareScores, movesBetween, type Move } from './force'
import type { SearchLimits } from './packing'
import { idIn, type Place } from '../plan'
import type { Problem, Score } from './problem'
import type { Reason } from './verdict'

/** Another allocation and how it differs from the best. */
export interface Alternative {
  allocation: Allocation
  /** The placement of the best that it does without: banning it leads here. */
  ruledOut: { key: string; place: Place }
  moves: Move[]
  score: Score
  /** Costs it has and the best has not. */
  gives: { key: string; reason: Reason }[]
  /** Costs of the best that it has not. */
  saves: { key: string; reason: Reason }[]
  loses: string[]
  gains: string[]
}

/**
 * The best allocations that really differ from the given one: each is the best
 * with one of its placements ruled out. Allocations that only exchange alike
 * places, with the same costs for the same needs, count once.
 */
export function alternatives(
  problem: Problem,
  constraints: Constraints,
  base: Allocation,
  count: number,
  limits: SearchLimits = {},
): Alternative[] {
  const seen = new Set([signature(base)])
  const found: Alternative[] = []
  for (const want of problem.wants) {
    if (limits.stopped?.()) break
    const place = base.assignment[want.key]?.place ?? base.supplies[want.key]
    if (place === undefined || constraints.locks[want.key] !== undefined) continue
    const bans = { ...constraints.bans, [want.key]: [...(constraints.bans[want.key] ?? []), place] }
    const allocation = solveNear(problem, { ...constraints, bans }, base, [want.key], limits)
    const mark = signature(allocation)
    if (seen.has(mark)) continue
    seen.add(mark)
    found.push(compare(base, allocation, { key: want.key, place }))
  }
  return found.sort((a, b) => compareScores(a.score, b.score)).slice(0, count)
}

/** What an allocation gives up, and how its links share: the places themselves do not count. */
function signature({ reasons, unmet, assignment }: Allocation): string {
  const sharing = Object.entries(assignment)
    .filter(([, { place }]) => idIn('port', place) !== undefined)
    .map(
      ([key, { place }]) =>
        `${key}+${Object.keys(assignment)
          .filter((other) => other !== key && assignment[other]!.place === place)
          .join('+')}`,
    )
  const costs = Object.entries(reasons).flatMap(([key, list]) =>
    list.filter(({ risk }) => risk).map(({ rule, risk }) => `${key} ${rule} ${risk}`),
  )
  return JSON.stringify([unmet, costs.sort(), sharing.sort()])
}

function compare(base: Allocation, allocation: Allocation, ruledOut: Alternative['ruledOut']): Alternative {
  return {
    ruledOut,
    allocation,
    moves: movesBetween(base, allocation),
    score: allocation.score,
    gives: costsOnlyIn(allocation, base),
    saves: costsOnlyIn(base, allocation),
    loses: allocation.unmet.filter((key) => !base.unmet.includes(key)),
    gains: base.unmet.filter((key) => !allocation.unmet.includes(key)),
  }
}

function costsOnlyIn(one: Allocation, other: Allocation) {
  return Object.entries(one.reasons).flatMap(([key, reasons]) =>
    reasons
      .filter((reason) => reason.risk > 0 && !other.reasons[key]?.some((known) => known.text === reason.text))
      .map((reason) => ({ key, reason })),
  )
}
