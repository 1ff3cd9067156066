import { layOut, type Candidate, type Want } from '../../core/allocation'
import { sourcesOf } from '../../core/allocation'
import type { ResolvedPlan } from '../../core/plan'

/** A score as a list, the gravest first; compared from left to right. */
export type Level = number[]

function better(one: Level, other: Level): boolean {
  const at = one.findIndex((value, index) => value !== other[index])
  return at >= 0 && one[at]! < other[at]!
}

/**
 * The best score of a plan, by trying every choice of every want. Independent of
 * the search, of its weights and of its numbering; exponential, for small plans.
 */
export function bestByTrying(resolved: ResolvedPlan): Level {
  const { plan } = resolved
  const wants = layOut(resolved).wants
  const limits = new Map<string, number>([
    ['configuration', resolved.board.configuration.maxLinks - (resolved.board.configuration.usb ? 1 : 0)],
    ...sourcesOf(resolved).map((source): [string, number] => [source.place, Math.round((source.limit - source.own) * 1000)]),
  ])
  const units = new Set<string>()
  const modes = new Map<string, { value: string; users: number }>()
  const loads = new Map<string, number>()
  let best: Level = [Infinity]

  const allowed = (want: Want, candidate: Candidate) => {
    const lock = plan.locks[want.key]
    return lock ? lock === candidate.placement.place : !plan.bans[want.key]?.includes(candidate.placement.place)
  }
  const fits = (candidate: Candidate) =>
    !candidate.units.some((unit) => units.has(unit)) &&
    candidate.modes.every(([name, value]) => !modes.has(name) || modes.get(name)!.value === value) &&
    candidate.loads.every(([name, amount]) => (loads.get(name) ?? 0) + amount <= limits.get(name)!)
  const consistent = (candidate: Candidate) =>
    candidate.modes.every(([name, value]) => candidate.modes.every(([other, another]) => other !== name || another === value))

  const take = (candidate: Candidate, sign: 1 | -1) => {
    for (const unit of candidate.units)
      if (sign > 0) units.add(unit)
      else units.delete(unit)
    for (const [name, value] of candidate.modes) {
      const users = (modes.get(name)?.users ?? 0) + sign
      if (users) modes.set(name, { value, users })
      else modes.delete(name)
    }
    for (const [name, amount] of candidate.loads) loads.set(name, (loads.get(name) ?? 0) + sign * amount)
  }

  const descend = (at: number, score: Level) => {
    if (!better(score, best)) return
    const want = wants[at]
    if (!want) {
      best = score
      return
    }
    for (const candidate of want.candidates) {
      if (!allowed(want, candidate) || !consistent(candidate) || !fits(candidate)) continue
      const before = want.supply ? plan.supplies[want.key] : plan.assignment[want.key]?.place
      const moved = before !== undefined && before !== candidate.placement.place
      take(candidate, 1)
      descend(
        at + 1,
        raise(
          raise(
            score,
            4,
            candidate.reasons.reduce((sum, reason) => sum + reason.risk, 0),
          ),
          5,
          moved ? 1 : 0,
        ),
      )
      take(candidate, -1)
    }
    const had = (want.supply ? plan.supplies[want.key] : plan.assignment[want.key]?.place) !== undefined
    descend(at + 1, raise(raise(score, want.priority === 'must' ? 0 : want.priority, 1), 5, had ? 1 : 0))
  }
  descend(0, [0, 0, 0, 0, 0, 0])
  return best
}

function raise(score: Level, at: number, by: number): Level {
  return score.map((value, index) => (index === at ? value + by : value))
}
