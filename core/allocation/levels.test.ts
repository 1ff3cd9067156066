import { expect, it } from 'vitest'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { levelSolver } from '../../tests/helpers/level-program'
import { resolvePlan } from '../plan'
import { allocate, loadSolver } from './index'

it('is best on every level, of plans of 4 to 48 devices on all boards, as another solver finds level by level', async () => {
  const [solver, solve] = [await loadSolver(), await levelSolver()]
  for (let seed = 1; seed <= 40; seed += 1) {
    const resolved = resolvePlan(drawnPlan(400 + seed, 4 + ((seed * 11) % 45)))
    const { score, proven, bound } = allocate(resolved, { solver })
    expect(proven, `${seed}`).toBe(true)
    expect(bound, `${seed}`).toEqual(score)
    const theirs = solve(resolved)
    expect(theirs.proven, `${seed}`).toBe(true)
    const levels = [score.unkeptLocks, score.unmetMusts, ...score.unmetWishes, score.risk, score.moves]
    expect(levels, `${seed}`).toEqual(theirs.score)
  }
})
