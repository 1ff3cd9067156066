import { describe, expect, it } from 'vitest'
import { demo, library } from '../../tests/helpers/plans'
import { conflictOf, layOut, solveProblem, waysOut } from '../allocation'
import { check, checkContext } from '../checks'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { adopt, soundWays } from './index'

const stops = (plan: Plan) => {
  const allocated = adopt(plan, solveProblem(layOut(resolvePlan(plan)), plan))
  return check(checkContext(resolvePlan(allocated))).filter(({ severity }) => severity === 'stop').length
}

describe('soundWays', () => {
  it('leaves out what brings a stop, and nothing else', () => {
    // On six cells many boards that would have the ports are burnt.
    const plan = applyEdit(demo('culvert-scout'), {
      type: 'battery.set',
      battery: { cells: 6, chemistry: 'lipo', capacity: 1300, rating: 45 },
    })
    const problem = layOut(resolvePlan(plan))
    const base = solveProblem(problem, plan)
    const key = base.unmet.find((unmet) => unmet.startsWith('logger'))!
    const ways = waysOut(problem, base, conflictOf(problem, base, key), Object.values(library.boards))
    const sound = soundWays(plan, ways)
    const before = stops(plan)
    for (const way of ways) expect(stops(applyEdit(plan, way.edit)) <= before, way.label).toBe(sound.includes(way))
    expect(ways.length).toBeGreaterThan(0)
  })
})
