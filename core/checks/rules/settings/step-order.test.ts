import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import { resolvePlan, type Edit } from '../../../plan'
import { setupRounds } from '../../../settings'

const scout = allocated('culvert-scout')
const steps = setupRounds(resolvePlan(scout)).flat()
const tick = (id: string): Edit => ({ type: 'step.tick', step: id, value: steps.find((step) => step.id === id)!.value })
const late = steps.find(({ after }) => after.some(({ id }) => id === 'feature:software-ports'))!

describe('SET-06', () => {
  it('is silent while steps are ticked in their order', () => {
    let plan = scout
    for (const { id } of steps) {
      plan = edited(plan, tick(id))
      expect(factsOf(plan, 'SET-06'), id).toEqual([])
    }
  })
  it('says what should have come before, and unticks', () => {
    const plan = edited(scout, tick(late.id))
    const found = findingsOf(plan, 'SET-06')
    expect(found.map(({ fact }) => fact).join()).toMatch(/Software ports \(on\) is not: that comes first, with a restart between/)
    expect(settledBy(plan, found[0]!)).toBe(true)
  })
})
