import type { FittedNeed, FittedSupply, NeedKey, Plan, Priority, ResolvedPlan, SupplyKey } from '../plan'
import { takesPlace } from '../catalogue'
import { capacitiesOf, unmetClaims, type Claim } from '../suitability'
import { contested } from './contested'
import { compile, type Compiled, type Packing, type PackingItem, type PackingOption } from './packing'
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
  const fine = weigh(wants, true)
  // Where the levels together are more than can be told apart, the order among equals is given up.
  const weights = fine.lock * (wants.length + 1) < dearest ? fine : weigh(wants, false)
  return { resolved, wants, compiled: compile(packingOf(resolved, wants, weights)), weights }
}

/** Sums of costs stay below it, so that they are exact. */
const dearest = 2 ** 50

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

/**
 * Each weight exceeds all that can come together on the levels below it. Below
 * the moves stands the order of the places on the board: among equals the first
 * is taken, and the answer is always the same.
 */
function weigh(wants: Want[], ordered: boolean): Problem['weights'] {
  let below = ordered ? wants.reduce((sum, { verdicts }) => sum + verdicts.length, 0) : 0
  const next = (most: number) => {
    const weight = below + 1
    below += weight * most
    return weight
  }
  const count = (priority: Priority) => wants.filter((want) => want.priority === priority).length
  const move = next(wants.length)
  const risk = next(
    wants.reduce((sum, { candidates }) => sum + candidates.reduce((most, { risk }) => Math.max(most, risk), 0), 0),
  )
  const third = next(count(3))
  const second = next(count(2))
  const first = next(count(1))
  const must = next(count('must'))
  return { lock: next(wants.length), must, wish: [first, second, third], risk, move, order: ordered ? 1 : 0 }
}

function packingOf(resolved: ResolvedPlan, wants: Want[], weights: Problem['weights']): Packing {
  const units = numbering()
  const modes = numbering()
  const values = numbering()
  const loads = numbering()
  const limits = capacitiesOf(resolved)
  const matters = contested(wants, limits)
  const taken = (claims: Claim[]): Omit<PackingOption, 'cost'> => {
    const option: Omit<PackingOption, 'cost'> = { units: [], modes: [], loads: [] }
    for (const claim of claims) {
      if (!matters(claim)) continue
      if (claim.kind === 'alone') option.units.push(units.number(claim.thing))
      else if (claim.kind === 'alike') option.modes.push([modes.number(claim.thing), values.number(`${claim.thing}=${claim.as}`)])
      else option.loads.push([loads.number(claim.thing), claim.amount])
    }
    return option
  }
  const items = wants.map((want): PackingItem => {
    const before = placeBefore(resolved.plan, want)
    const options = want.verdicts.flatMap(({ place, candidates }, order) => {
      const stays = before === undefined || before === place
      const cost = (stays ? 0 : weights.move) + weights.order * order
      return candidates.map(({ claims, risk }): PackingOption => ({ ...taken(claims), cost: cost + risk * weights.risk }))
    })
    const unmet = skipCost(want, weights) + (before === undefined ? 0 : weights.move)
    const nothing = taken(want.without)
    const skips = [
      { ...nothing, cost: unmet },
      { ...nothing, cost: unmet + weights.lock },
    ]
    if (want.without.length) skips.push({ ...taken([]), cost: unmet })
    return { options: [...options, ...skips] }
  })
  const capacities = [...loads.names.keys()].map((name) => limits.get(name) ?? 0)
  const { lock, must, wish, risk, move, order } = weights
  const levels = [...new Set([lock, must, ...wish, risk, move, ...(order ? [order] : []), 1])]
  return { units: units.names.size, modes: modes.names.size, capacities, items, levels }
}

/** Numbers names in the order in which they are first met. */
function numbering() {
  const names = new Map<string, number>()
  const number = (name: string): number => {
    const known = names.get(name)
    if (known !== undefined) return known
    names.set(name, names.size)
    return names.size - 1
  }
  return { number, names }
}

function skipCost({ priority }: Want, weights: Problem['weights']): number {
  return priority === 'must' ? weights.must : weights.wish[priority - 1]!
}

function placeBefore(plan: Plan, want: Want) {
  return want.supply ? plan.supplies[want.key] : plan.assignment[want.key]?.place
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
