import type { FittedDevice, FittedNeed, FittedSupply, NeedKey, ResolvedPlan, SupplyKey } from '../plan'
import { takesPlace } from '../catalogue'
import { unmetClaims, feedsFlight, keepsInAir } from '../suitability'
import { packed, type Packed, type Wanted } from './packed'
import { verdictsFor, verdictsForSupply, type Verdict } from './verdict'

/** A need or a supply that the allocator finds a place for. */
export interface Want extends Wanted {
  key: NeedKey | SupplyKey
  need?: FittedNeed
  supply?: FittedSupply
}

/** How good an allocation is, in the order in which it counts: less is better in each. */
export interface Score {
  /** Locks that are not kept: the need has no place. */
  unkeptLocks: number
  /** Musts without which it does not fly: control and motors, with what feeds them. */
  unmetVital: number
  /** All musts unmet, those among them. */
  unmetMusts: number
  /** Wishes unmet, of priority 1, 2 and 3. */
  unmetWishes: [number, number, number]
  risk: number
  /** Needs that move from where they were, or lose their place. */
  moves: number
}

/** A plan's wants laid out for the search. */
export interface Problem extends Packed {
  resolved: ResolvedPlan
  wants: Want[]
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
    ...resolved.needs.filter(({ need }) => takesPlace(need)).map((need) => wantOf(resolved, need)),
    ...suppliesToFeed(resolved).map((supply) => wantOfSupply(resolved, supply)),
  ]
  return { resolved, wants, ...packed(resolved, wants) }
}

function wantOf(resolved: ResolvedPlan, need: FittedNeed): Want {
  const { key, fitted } = need
  const verdicts = verdictsFor(resolved, need)
  const before = resolved.plan.assignment[key]?.place
  return { key, need, ...wanted(fitted, verdicts, keepsInAir(need)), without: unmetClaims(resolved, need), before }
}

function wantOfSupply(resolved: ResolvedPlan, supply: FittedSupply): Want {
  const { key, fitted } = supply
  const verdicts = verdictsForSupply(resolved, supply)
  return { key, supply, ...wanted(fitted, verdicts, feedsFlight(supply)), without: [], before: resolved.plan.supplies[key] }
}

function wanted({ instance: { priority } }: FittedDevice, verdicts: Verdict[], keeps: boolean) {
  return { priority, vital: keeps && priority === 'must', verdicts, candidates: verdicts.flatMap(({ candidates }) => candidates) }
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
  const unkeptLocks = take(weights.lock)
  const unmetVital = take(weights.vital)
  return {
    unkeptLocks,
    unmetVital,
    unmetMusts: unmetVital + take(weights.must),
    unmetWishes: [take(weights.wish[0]), take(weights.wish[1]), take(weights.wish[2])],
    risk: take(weights.risk),
    moves: take(weights.move),
  }
}
