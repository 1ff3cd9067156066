import { layOut, solveProblem, type SearchLimits, type WayOut } from '../allocation'
import { check, checkContext } from '../checks'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { adopt, begun } from './analyse'

/**
 * Ways out that bring no new *stop*: each is taken on trial, allocated and checked as a whole.
 * @param limits asked before each; when time is out, what is not tried is not told
 */
export function soundWays(plan: Plan, ways: WayOut[], limits: SearchLimits = {}): WayOut[] {
  const before = stopsOf(begun(plan) ? plan : allocated(plan, limits))
  return ways.filter(({ edit }) => {
    if (limits.stopped?.()) return false
    return stopsOf(allocated(applyEdit(plan, edit), limits)) <= before
  })
}

function allocated(plan: Plan, limits: SearchLimits): Plan {
  return adopt(plan, solveProblem(layOut(resolvePlan(plan)), plan, limits))
}

function stopsOf(plan: Plan): number {
  return check(checkContext(resolvePlan(plan))).filter(({ severity }) => severity === 'stop').length
}
