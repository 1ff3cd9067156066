import { expect, it } from 'vitest'
import { integerSolver } from '../../../tests/helpers/integer-program'
import { randomPacking, type Size } from '../../../tests/helpers/random-packing'
import { solvePacking } from './index'

/** More of each, with times, are in `npm run bench`. */
const draws: [name: string, size: Size, count: number, proofs: number][] = [
  ['6 ports, 8 devices, 32 pads', { ports: 6, devices: 8, pads: 32 }, 60, 60],
  ['8 ports, 12 devices, 45 pads', { ports: 8, devices: 12, pads: 45 }, 40, 38],
  ['12 ports, 20 devices, 60 pads', { ports: 12, devices: 20, pads: 60 }, 12, 9],
]

it.each(draws)(
  'costs what a mixed-integer solver finds, or says how far it may be off: %s',
  async (_, size, count, expected) => {
    const solve = await integerSolver()
    let proofs = 0
    for (let seed = 1; seed <= count; seed += 1) {
      const drawn = randomPacking(seed, size)
      const own = solvePacking(drawn, { maxNodes: 4000 })
      const theirs = solve(drawn, 20)
      if (own.proven && theirs.proven) {
        proofs += 1
        expect(own.cost, `seed ${seed}`).toBe(theirs.cost)
      } else if (theirs.proven) {
        expect(own.bound, `seed ${seed}`).toBeLessThanOrEqual(theirs.cost)
        expect(own.cost, `seed ${seed}`).toBeGreaterThanOrEqual(theirs.cost)
      }
    }
    expect(proofs).toBeGreaterThanOrEqual(expected)
  },
  240_000,
)
