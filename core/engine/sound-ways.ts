import { layOut, solveProblem, type SearchLimits, type WayOut } from '../allocation'
import { check, checkContext, type Finding } from '../checks'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { adopt, begun } from './analyse'
import { broughtBy, givesUp } from './fixes'

/** A way out that may be gone, with what it brings that must be mended: the price of giving something up. */
export interface SoundWay extends WayOut {
  brings: Finding[]
}

/**
 * Ways out that bring no new *stop*, and where they give nothing up no new *fix*: each is taken on trial, allocated and
 * checked as a whole.
 * @param limits asked before each; when time is out, what is not tried is not told
 */
export function soundWays(plan: Plan, ways: WayOut[], limits: SearchLimits = {}): SoundWay[] {
  const before = findingsOf(begun(plan) ? plan : allocated(plan, limits))
  return ways.flatMap((way): SoundWay[] => {
    if (limits.stopped?.()) return []
    const after = allocated(applyEdit(plan, way.edit), limits)
    // What has no place afterwards is told by the way itself.
    const brings = broughtBy(before, findingsOf(after)).filter(({ rule }) => rule !== 'FIT-01')
    const paid = givesUp(way.edit) || way.givesUp.length > 0
    if (brings.some(({ severity }) => severity === 'stop' || !paid)) return []
    const rules = [...new Set(brings.map(({ rule }) => rule))].join(', ')
    return [{ ...way, brings, label: rules ? `${way.label}, bringing ${rules}` : way.label }]
  })
}

function allocated(plan: Plan, limits: SearchLimits): Plan {
  return adopt(plan, solveProblem(layOut(resolvePlan(plan)), plan, limits))
}

function findingsOf(plan: Plan): Finding[] {
  return check(checkContext(resolvePlan(plan)))
}
