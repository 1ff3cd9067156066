import type { FittedNeed, FittedSupply, NeedKey, Priority, ResolvedPlan, SupplyKey } from '../plan'
import { takesPlace } from '../catalogue'
import { unmetClaims, type Claim } from '../suitability'
import { packed } from './packed'
import type { Compiled } from './packing'
import { verdictsFor, verdictsForSupply, type Candidate, type Verdict } from './verdict'

/** A need or a supply that the allocator finds a place for. */
export interface Want {
  key: NeedKey | SupplyKey
  priority: Priority
  need?: FittedNeed
  supply?: FittedSupply
  verdicts: Verdict[]
  candidates: Candidate[]
  /** What it takes to go without a place. */
  without: Claim[]
}

/** How good an allocation is, in the order in which it counts: less is better in each. */
export interface Score {
  /** Locks that are not kept: the need has no place. */
  unkeptLocks: number
  unmetMusts: number
  /** Wishes unmet, of priority 1, 2 and 3. */
  unmetWishes: [number, number, number]
  risk: number
  /** Needs that move from where they were, or lose their place. */
  moves: number
}

/** A plan's wants laid out for the search. */
export interface Problem {
  resolved: ResolvedPlan
  wants: Want[]
  compiled: Compiled
  /** Multipliers that make the sum of costs respect the order of the objective. */
  weights: { lock: number; must: number; wish: [number, number, number]; risk: number; move: number; order: number }
}

/**
 * Options of a want that come after its candidates are ways of having no place: as it comes; though it
 * is locked; and, where that makes a difference, because it is not asked for at all.
 */
export function skipOf({ candidates, without }: Want, how: { locked: boolean; leftOut: boolean }): number {
  if (how.leftOut) return candidates.length + (without.length ? 2 : 0)
  return candidates.length + (how.locked ? 1 : 0)
}

/** Lays out a plan's needs and supplies with all their candidates. */
export function layOut(resolved: ResolvedPlan): Problem {
  const wants = [
    ...resolved.needs
      .filter(({ need }) => takesPlace(need))
      .map((need): Want =>
        want(need.key, verdictsFor(resolved, need), need.fitted.instance.priority, { need }, unmetClaims(resolved, need)),
      ),
    ...suppliesToFeed(resolved).map((supply): Want =>
      want(supply.key, verdictsForSupply(resolved, supply), supply.fitted.instance.priority, { supply }),
    ),
  ]
  return { resolved, wants, ...packed(resolved, wants) }
}

function want(
  key: Want['key'],
  verdicts: Verdict[],
  priority: Priority,
  what: Pick<Want, 'need' | 'supply'>,
  without: Claim[] = [],
): Want {
  return { key, priority, ...what, verdicts, candidates: verdicts.flatMap(({ candidates }) => candidates), without }
}

/** Of supplies that are alternatives to each other only the first is fed. */
function suppliesToFeed(resolved: ResolvedPlan): FittedSupply[] {
  const seen = new Set<string>()
  return resolved.supplies.filter(({ fitted, supply }) => {
    const group = supply.alternative && `${fitted.id}/${supply.alternative}`
    if (!group) return true
    if (seen.has(group)) return false
    seen.add(group)
    return true
  })
}

/** Splits a summed cost into the levels of the objective. */
export function scoreOf(cost: number, { weights }: Pick<Problem, 'weights'>): Score {
  let rest = cost
  const take = (weight: number) => {
    const count = Math.floor(rest / weight)
    rest -= count * weight
    return count
  }
  return {
    unkeptLocks: take(weights.lock),
    unmetMusts: take(weights.must),
    unmetWishes: [take(weights.wish[0]), take(weights.wish[1]), take(weights.wish[2])],
    risk: take(weights.risk),
    moves: take(weights.move),
  }
}
