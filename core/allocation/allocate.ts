import { memo, whileSame } from '../memo'
import { sameValue } from '../editing'
import { idIn, type NeedKey, type Place, type Placement, type Plan, type ResolvedPlan, type SupplyKey } from '../plan'
import { solveCompiled, type Compiled, type PackingResult, type SearchLimits } from './packing'
import { layOut, scoreOf, skipOf, type Problem, type Score, type Want } from './problem'
import type { Candidate, Reason } from './verdict'

/** Where everything goes, how good that is, and whether it is proven. */
export interface Allocation {
  assignment: Record<NeedKey, Placement>
  supplies: Record<SupplyKey, Place>
  /** Needs and supplies that got no place. */
  unmet: (NeedKey | SupplyKey)[]
  /** What each place taken costs or is worth noting, by need or supply. */
  reasons: Record<string, Reason[]>
  score: Score
  proven: boolean
  /** The score no allocation can beat; equal to the score when proven. */
  bound: Score
  nodes: number
  /** Option of each want as the search left it, to start related questions from. */
  choice: number[]
}

/** What is held fixed in one question to the allocator. */
export interface Constraints {
  locks: Plan['locks']
  bans: Plan['bans']
  /** Needs or supplies that are to be left out. */
  without?: Set<string>
}

/**
 * Finds the best allocation of a plan: fewest locks not kept, then fewest musts unmet, those first that keep the
 * craft in the air, then wishes by
 * priority, then least risk, then fewest moves from what is there.
 */
export function allocate(resolved: ResolvedPlan, limits: SearchLimits = {}): Allocation {
  return solveProblem(layOut(resolved), resolved.plan, limits)
}

/** The same for a problem laid out before, under given locks and bans. */
export function solveProblem(problem: Problem, constraints: Constraints, limits: SearchLimits = {}): Allocation {
  const { wants, compiled } = problem
  const { locks, bans, without = [] } = constraints
  const allowed = (item: number, option: number) => isAllowed(wants[item]!, option, constraints)
  const start = limits.start ?? (limits.known ? undefined : presentChoice(problem))
  const solve = () => solveCompiled(compiled, { ...limits, allowed, ...(start && { start }) })
  const asked = [wants.map(({ key }) => key), locks, bans, [...without], start]
  return readResult(problem, constraints, limits.known ? solve() : answered(compiled, { asked, solve }))
}

/** What was asked last of the same packing has the same answer, if that is proven. */
const answered = whileSame(
  (_compiled: Compiled, { solve }: { asked: unknown[]; solve: () => PackingResult }) => solve(),
  (one, other) => sameValue(one.asked, other.asked),
  ({ proven }) => proven,
)

/** Where everything is at present, as a choice to start from; undefined when nothing has a place. */
function presentChoice({ wants, resolved: { plan } }: Problem): number[] | undefined {
  const choice = wants.map(({ key, supply, candidates }) => {
    const before: Partial<Placement> | undefined = supply ? { place: plan.supplies[key] } : plan.assignment[key]
    if (before?.place === undefined) return -1
    const same = candidates.findIndex(({ placement }) => sameValue(placement, before))
    return same >= 0 ? same : candidates.findIndex(({ placement }) => placement.place === before.place)
  })
  return choice.some((option) => option >= 0) ? choice : undefined
}

/**
 * Solves the problem with a few more constraints than an optimum known already;
 * what cannot be touched by them is taken over.
 */
export function solveNear(
  problem: Problem,
  constraints: Constraints,
  base: Allocation,
  keys: string[],
  limits: SearchLimits = {},
): Allocation {
  const differs = new Set(keys.map((key) => problem.wants.findIndex((want) => want.key === key)))
  if (!base.proven) return solveProblem(problem, constraints, limits)
  const { locks, bans } = problem.resolved.plan
  const onlyFewer = keys.every((key) => {
    const lock = constraints.locks[key]
    return locks[key] === undefined && (lock === undefined || !bans[key]?.includes(lock))
  })
  const allowed = (item: number, option: number) => isAllowed(problem.wants[item]!, option, problem.resolved.plan)
  return solveProblem(problem, constraints, {
    ...limits,
    known: { choice: base.choice, allowed, differs, onlyFewer, opened: openedOf(base) },
  })
}

const openedOf = memo((_base: Allocation) => new Map<number[], Uint32Array>())

function isAllowed(want: Want, option: number, { locks, bans, without }: Constraints): boolean {
  const candidate = want.candidates[option]
  const leftOut = without?.has(want.key) ?? false
  if (!candidate) return option === skipOf(want, { locked: locks[want.key] !== undefined, leftOut })
  if (leftOut) return false
  const { place } = candidate.placement
  const lock = locks[want.key]
  return lock !== undefined ? lock === place : !bans[want.key]?.includes(place)
}

/**
 * Among needs that are exactly alike the places are dealt out in order: motor 1
 * gets the first pad. Needs that had a place before keep out of this.
 */
function dealInOrder({ wants, compiled, resolved }: Problem, { locks, bans, without }: Constraints, choice: number[]): number[] {
  const dealt = [...choice]
  const done = new Set<number>()
  wants.forEach((want, item) => {
    if (done.has(item) || want.supply) return
    const free = (at: number) => {
      const { key } = wants[at]!
      return !resolved.plan.assignment[key] && locks[key] === undefined && !bans[key] && !without?.has(key)
    }
    const group = [item, ...compiled.twins[item]!].filter(free)
    const options = group.map((at) => choice[at]!).sort((a, b) => a - b)
    group.forEach((at, place) => {
      dealt[at] = options[place]!
      done.add(at)
    })
  })
  return dealt
}

function readResult(problem: Problem, constraints: Constraints, result: PackingResult): Allocation {
  if (!result.choice) throw new Error('an allocation always exists: every need may go unmet')
  const allocation: Allocation = {
    assignment: {},
    supplies: {},
    unmet: [],
    reasons: {},
    score: scoreOf(result.cost, problem),
    proven: result.proven,
    bound: scoreOf(result.proven ? result.cost : result.bound, problem),
    nodes: result.nodes,
    choice: result.choice,
  }
  const choice = dealInOrder(problem, constraints, result.choice)
  problem.wants.forEach((want, item) => {
    const candidate: Candidate | undefined = want.candidates[choice[item]!]
    if (!candidate) {
      allocation.unmet.push(want.key)
      return
    }
    allocation.reasons[want.key] = candidate.reasons
    if (want.supply) allocation.supplies[want.key] = candidate.placement.place
    else allocation.assignment[want.key] = candidate.placement
  })
  tellSharing(problem, allocation)
  return allocation
}

const takesTurns = ({ need }: ResolvedPlan, key: NeedKey) => {
  const found = need(key)?.need
  return found?.kind === 'serial' && found.takesTurns
}

/** Says of links on one port what their sharing means. */
function tellSharing({ resolved }: Problem, { assignment, reasons }: Allocation): void {
  const docked = Object.entries(assignment).filter(([, { place }]) => idIn('port', place) !== undefined)
  for (const [key, { place, during }] of docked) {
    for (const [other, { place: theirs, during: when }] of docked) {
      if (other === key || theirs !== place) continue
      const name = resolved.need(other)?.fitted.instance.name ?? other
      const byState = during && when && during !== when
      const turns = [key, other].every((each) => takesTurns(resolved, each))
      const text = byState
        ? `${name} has the port while ${when}`
        : turns
          ? `joined with ${name} on one line: they talk in turn`
          : `shares the port with ${name}: one listens, the other talks`
      reasons[key] = [...(reasons[key] ?? []), { rule: byState ? 'SER-11' : 'SER-13', text, risk: 0 }]
    }
  }
}
