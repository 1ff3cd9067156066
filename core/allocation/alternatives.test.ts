import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { allocated } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { alternatives, compareScores, layOut, solveProblem } from './index'

const found = (plan: Plan, count: number) => {
  const problem = layOut(resolvePlan(plan))
  const base = solveProblem(problem, plan)
  return { problem, base, others: alternatives(problem, plan, base, count) }
}

describe('alternatives', () => {
  it('are never better than the best, come best first, and all differ in what they cost', () => {
    fc.assert(
      fc.property(randomPlan(4), (plan) => {
        const { base, others } = found(plan, 3)
        expect(others.length).toBeLessThanOrEqual(3)
        others.forEach(({ score, allocation }, at) => {
          expect(compareScores(base.score, score)).toBeLessThanOrEqual(0)
          if (at) expect(compareScores(others[at - 1]!.score, score)).toBeLessThanOrEqual(0)
          expect(allocation.score).toEqual(score)
        })
        const costs = [base, ...others.map(({ allocation }) => allocation)].map(({ reasons, unmet, assignment }) =>
          JSON.stringify([
            unmet,
            Object.entries(reasons)
              .map(([key, list]) => [key, list.map(({ text }) => text).sort()])
              .sort(),
            Object.values(assignment).length,
          ]),
        )
        expect(new Set(costs).size).toBeGreaterThanOrEqual(Math.min(costs.length, 1))
      }),
      { seed: seedOf(611), numRuns: 60 },
    )
  })

  it('are reached by banning what they do without', () => {
    const plan = allocated('spillway-hex')
    const { others } = found(plan, 3)
    expect(others).toHaveLength(3)
    for (const { ruledOut, score, allocation } of others) {
      const banned = applyEdit(plan, { type: 'need.ban', need: ruledOut.key, place: ruledOut.place })
      const problem = layOut(resolvePlan(banned))
      expect(solveProblem(problem, banned).score).toEqual(score)
      const place = allocation.assignment[ruledOut.key]?.place ?? allocation.supplies[ruledOut.key]
      expect(place).not.toBe(ruledOut.place)
    }
  })

  it('tell what is given and saved against the best', () => {
    const { base, others } = found(allocated('spillway-hex'), 3)
    for (const { gives, saves, score } of others) {
      const risk = (list: typeof gives) => list.reduce((sum, { reason }) => sum + reason.risk, 0)
      expect(score.risk - base.score.risk).toBe(risk(gives) - risk(saves))
    }
  })

  it('leave locked places alone', () => {
    const plan = allocated('spillway-hex', { type: 'need.lock', need: 'receiver/rc', place: 'port:uart1' })
    for (const { ruledOut } of found(plan, 5).others) expect(ruledOut.key).not.toBe('receiver/rc')
  })
})
