import { layOut, type Candidate, type Want } from '#core/allocation'
import type { ResolvedPlan } from '#core/plan'

/** A score as a list, the gravest first; compared from left to right. */
export type Level = number[]

function better(one: Level, other: Level): boolean {
  const at = one.findIndex((value, index) => value !== other[index])
  return at >= 0 && one[at]! < other[at]!
}

/** What rails and links may take; for boards that take nothing from their rails themselves. */
function limitsOf({ board, devices }: ResolvedPlan): Map<string, number> {
  const { receivers } = board
  const { maxLinks, usb } = board.configuration
  const rails = board.rails.map(({ id, limit, own }): [string, number] => {
    if (own) throw new Error(`rail ${id}: boards with currents of their own are not for this oracle`)
    return [`rail:${id}`, Math.floor(limit * 1000 + 1e-6)]
  })
  const outputs = devices.flatMap(({ id, device }) =>
    device.outputs.map(({ id: output, limit }): [string, number] => [`output:${id}/${output}`, Math.floor(limit * 1000 + 1e-6)]),
  )
  return new Map([['configuration', maxLinks - (usb ? 1 : 0)], ['receivers', receivers], ...rails, ...outputs])
}

/** Whether a must is of control or of motors, told by what it is and not by who asks. */
export function isVital({ need, supply, priority }: Want): boolean {
  const { id, device } = (need ?? supply)!.fitted
  if (priority !== 'must') return false
  const commands = (each: { kind: string; lines?: string }) =>
    each.kind.startsWith('receiver-') || (each.kind === 'serial' && device.class === 'receiver' && each.lines !== 'to-device')
  if (need) return commands(need.need) || (need.need.kind === 'pulse' && device.motors !== undefined)
  return id === 'board' || device.motors !== undefined || device.needs.some(commands)
}

/**
 * The best score of a plan, by trying every choice of every want. Independent of
 * the search, of its weights and of its numbering; exponential, for small plans.
 */
export function bestByTrying(resolved: ResolvedPlan): Level {
  const { plan } = resolved
  const wants = layOut(resolved).wants
  const limits = limitsOf(resolved)
  const units = new Set<string>()
  const modes = new Map<string, { value: string; users: number }>()
  const loads = new Map<string, number>()
  let best: Level = [Infinity]

  const allowed = (want: Want, candidate: Candidate) => {
    const lock = plan.locks[want.key]
    return lock ? lock === candidate.placement.place : !plan.bans[want.key]?.includes(candidate.placement.place)
  }
  const fits = ({ claims }: Pick<Candidate, 'claims'>) =>
    claims.every((claim) => {
      if (claim.kind === 'alone') return !units.has(claim.thing)
      if (claim.kind === 'alike') return !modes.has(claim.thing) || modes.get(claim.thing)!.value === claim.as
      return (loads.get(claim.thing) ?? 0) + claim.amount <= limits.get(claim.thing)!
    })
  const consistent = ({ claims }: Candidate) => {
    const alike = claims.filter((claim) => claim.kind === 'alike')
    return alike.every(({ thing, as }) => alike.every((other) => other.thing !== thing || other.as === as))
  }

  const take = ({ claims }: Pick<Candidate, 'claims'>, sign: 1 | -1) => {
    for (const claim of claims) {
      if (claim.kind === 'share') loads.set(claim.thing, (loads.get(claim.thing) ?? 0) + sign * claim.amount)
      else if (claim.kind === 'alone') {
        if (sign > 0) units.add(claim.thing)
        else units.delete(claim.thing)
      } else {
        const users = (modes.get(claim.thing)?.users ?? 0) + sign
        if (users) modes.set(claim.thing, { value: claim.as, users })
        else modes.delete(claim.thing)
      }
    }
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
            6,
            candidate.reasons.reduce((sum, reason) => sum + reason.risk, 0),
          ),
          7,
          moved ? 1 : 0,
        ),
      )
      take(candidate, -1)
    }
    const nothing = { claims: want.without }
    if (!fits(nothing)) return
    take(nothing, 1)
    const had = (want.supply ? plan.supplies[want.key] : plan.assignment[want.key]?.place) !== undefined
    const unkept = raise(score, 0, plan.locks[want.key] === undefined ? 0 : 1)
    const missed = raise(unkept, want.priority === 'must' ? 2 : 2 + want.priority, 1)
    descend(at + 1, raise(raise(missed, 1, isVital(want) ? 1 : 0), 7, had ? 1 : 0))
    take(nothing, -1)
  }
  descend(0, [0, 0, 0, 0, 0, 0, 0, 0])
  return best
}

function raise(score: Level, at: number, by: number): Level {
  return score.map((value, index) => (index === at ? value + by : value))
}
