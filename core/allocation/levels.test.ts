import { expect, it } from 'vitest'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { levelSolver } from '../../tests/helpers/level-program'
import { resolvePlan } from '../plan'
import { allocate, loadSolver } from './index'

/** Forty drawn plans, less those that take the other solver very long, by tens. */
const long = [16, 28, 31, 32, 42]
const seeds = Array.from({ length: 45 }, (_, at) => at + 1).filter((seed) => !long.includes(seed))
const tens = [0, 10, 20, 30].map((from) => [seeds.slice(from, from + 10)])

it.each(tens)(
  'is best on every level, of plans of 4 to 48 devices on all boards, as another solver finds level by level: %j',
  async (some) => {
    const [solver, solve] = [await loadSolver(), await levelSolver()]
    for (const seed of some) {
      const resolved = resolvePlan(drawnPlan(400 + seed, 4 + ((seed * 11) % 45)))
      const { score, proven, bound } = allocate(resolved, { solver })
      expect(proven, `${seed}`).toBe(true)
      expect(bound, `${seed}`).toEqual(score)
      const theirs = solve(resolved, Infinity)
      expect(theirs.proven, `${seed}`).toBe(true)
      const levels = [score.unkeptLocks, score.unmetVital, score.unmetMusts, ...score.unmetWishes, score.risk, score.moves]
      expect(levels, `${seed}`).toEqual(theirs.score)
    }
  },
)
