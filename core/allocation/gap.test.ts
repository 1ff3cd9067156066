import { describe, expect, it } from 'vitest'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { resolvePlan } from '../plan'
import { gapOf } from './gap'
import { allocate, loadSolver } from './index'

describe('gapOf', () => {
  const score = {
    unkeptLocks: 0,
    unmetVital: 0,
    unmetMusts: 1,
    unmetWishes: [0, 2, 3] as [number, number, number],
    risk: 12,
    moves: 4,
  }
  it.each([
    [{ unmetMusts: 0 }, 'at most 1 more must could be placed'],
    [{ unmetWishes: [0, 2, 1] as [number, number, number], risk: 40 }, 'at most 2 more wishes of rank 3 could be placed'],
    [{ risk: 4 }, 'as much as can be is placed; its drawbacks could weigh at most 67 % less'],
    [{ moves: 1 }, 'only moves could be saved, at most 3'],
  ])('tells the first level on which it could be better: %j', (better, words) => {
    expect(gapOf({ score, bound: { ...score, ...better }, proven: false })).toBe(words)
  })

  it('is told of an answer cut short, and no better one than it says is found afterwards', async () => {
    const solver = await loadSolver()
    let told = 0
    for (let seed = 1; seed <= 6; seed += 1) {
      const resolved = resolvePlan(drawnPlan(60 + seed, 30))
      const short = allocate(resolved, { maxNodes: 3 })
      const best = allocate(resolved, { solver })
      expect(best.proven).toBe(true)
      expect(gapOf(best)).toBe('')
      expect(best.score.unmetMusts).toBeGreaterThanOrEqual(short.bound.unmetMusts)
      expect(best.score.unmetMusts).toBeLessThanOrEqual(short.score.unmetMusts)
      if (!short.proven) {
        expect(gapOf(short)).not.toBe('')
        told += 1
      }
    }
    expect(told).toBeGreaterThan(2)
  })
})
