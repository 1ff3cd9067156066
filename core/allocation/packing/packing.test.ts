import { isDeepStrictEqual } from 'node:util'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import fc from 'fast-check'
import { assign, forbidden } from './assignment'
import { randomPacking } from '../../../tests/helpers/random-packing'
import { compile, solvePacking, type Packing, type PackingOption } from './index'

/** Tries every choice; the oracle for small packings. */
function enumerate(packing: Packing): number {
  let best = Infinity
  const chosen: PackingOption[] = []
  const fits = (option: PackingOption) =>
    chosen.every(
      (other) =>
        !option.units.some((unit) => other.units.includes(unit)) &&
        option.modes.every(([mode, value]) => other.modes.every(([m, v]) => m !== mode || v === value)),
    ) &&
    packing.capacities.every(
      (limit, capacity) =>
        [...chosen, option].reduce((sum, { loads }) => sum + loads.reduce((s, [c, a]) => s + (c === capacity ? a : 0), 0), 0) <=
        limit,
    )
  const descend = (at: number, cost: number) => {
    if (cost >= best) return
    if (at === packing.items.length) {
      best = cost
      return
    }
    for (const option of packing.items[at]!.options) {
      if (!fits(option)) continue
      chosen.push(option)
      descend(at + 1, cost + option.cost)
      chosen.pop()
    }
  }
  descend(0, 0)
  return best
}

const option = fc.record({
  units: fc.uniqueArray(fc.nat(5), { maxLength: 3 }),
  modes: fc.uniqueArray(fc.tuple(fc.nat(2), fc.nat(1)), { maxLength: 2, selector: ([mode]) => mode }),
  loads: fc.uniqueArray(fc.tuple(fc.nat(1), fc.integer({ min: 1, max: 5 })), { maxLength: 1 }),
  cost: fc.nat(30),
}) as fc.Arbitrary<PackingOption>

const packing: fc.Arbitrary<Packing> = fc.record({
  units: fc.constant(6),
  modes: fc.constant(3),
  capacities: fc.tuple(fc.integer({ min: 2, max: 9 }), fc.integer({ min: 2, max: 9 })),
  items: fc.array(fc.record({ options: fc.array(option, { minLength: 1, maxLength: 5 }) }), { minLength: 1, maxLength: 6 }),
})

describe('solvePacking', () => {
  it('equals exhaustive enumeration, with and without the possibility to leave out', () => {
    fc.assert(
      fc.property(packing, fc.boolean(), (drawn, optional) => {
        if (optional) {
          for (const item of drawn.items) item.options = [...item.options, { units: [], modes: [], loads: [], cost: 100 }]
        }
        const result = solvePacking(drawn)
        expect(result.proven).toBe(true)
        expect(result.cost).toBe(enumerate(drawn))
        expect(result.bound).toBe(result.cost)
      }),
      { seed: seedOf(20261), numRuns: 1000 },
    )
  })

  it('knows as twins the items with the very same options', () => {
    fc.assert(
      fc.property(packing, fc.array(fc.nat(9), { maxLength: 4 }), ({ items, ...drawn }, again) => {
        const some = [...items, ...again.map((at) => items[at % items.length]!)].map((item) => structuredClone(item))
        const same = (one: number, other: number) => one !== other && isDeepStrictEqual(some[one], some[other])
        const alike = some.map((_, one) => some.flatMap((_, other) => (same(one, other) ? [other] : [])))
        expect(compile({ ...drawn, items: some }).twins).toEqual(alike)
      }),
      { seed: seedOf(20263), numRuns: 400 },
    )
  })

  it('returns a choice that keeps every rule and costs what it says', () => {
    fc.assert(
      fc.property(packing, (drawn) => {
        const { choice, cost } = solvePacking(drawn)
        if (!choice) return
        const single: Packing = { ...drawn, items: drawn.items.map((item, at) => ({ options: [item.options[choice[at]!]!] })) }
        expect(enumerate(single)).toBe(cost)
      }),
      { seed: seedOf(7), numRuns: 300 },
    )
  })

  it('says how far from proven it is when it runs out of nodes', () => {
    const items = Array.from({ length: 12 }, (_, at) => ({
      options: Array.from({ length: 6 }, (_, unit) => ({
        units: [unit + 6 * (at % 2)],
        modes: [[unit % 3, at % 2] as [number, number]],
        loads: [],
        cost: (at * 7 + unit * 5) % 11,
      })).concat({ units: [], modes: [], loads: [], cost: 50 }),
    }))
    const drawn: Packing = { units: 12, modes: 3, capacities: [], items }
    const short = solvePacking(drawn, { maxNodes: 2 })
    const full = solvePacking(drawn)
    expect(full.proven).toBe(true)
    expect(short.proven).toBe(false)
    expect(short.bound).toBeLessThanOrEqual(full.cost)
    expect(short.cost).toBeGreaterThanOrEqual(full.cost)
  })

  it('gives the same answer each time', () => {
    fc.assert(
      fc.property(packing, (drawn) => {
        expect(solvePacking(drawn)).toEqual(solvePacking(structuredClone(drawn)))
      }),
      { seed: seedOf(3), numRuns: 50 },
    )
  })
})

describe('assign', () => {
  const pairingsOf = (rows: number[][]) => {
    const allowed = rows.map((row) => row.flatMap((cost, column) => (cost === forbidden ? [] : [{ cost, column }])))
    const firstOf = Int32Array.from([0, ...allowed.map((_, row) => allowed.slice(0, row + 1).flat().length)])
    const column = Int32Array.from(allowed.flat().map((pairing) => pairing.column))
    const cost = Float64Array.from(allowed.flat().map((pairing) => pairing.cost))
    return { rows: rows.length, columns: 7, firstOf, column, cost }
  }

  it('has dual values that prove its cost', () => {
    const matrix = fc.array(fc.array(fc.oneof(fc.nat(40), fc.constant(forbidden)), { minLength: 7, maxLength: 7 }), {
      minLength: 1,
      maxLength: 6,
    })
    fc.assert(
      fc.property(matrix, (rows) => {
        const pairings = pairingsOf(rows)
        const found = assign(pairings)
        if (!found) return
        const dual = [...found.rows, ...found.columns].reduce((sum, value) => sum + value, 0)
        expect(dual).toBe(found.cost)
        rows.forEach((row, r) =>
          row.forEach((cost, c) => expect(cost - found.rows[r]! - found.columns[c]!).toBeGreaterThanOrEqual(0)),
        )
        found.columns.forEach((price, c) => {
          expect(price).toBeLessThanOrEqual(0)
          if (![...found.taken].some((at) => pairings.column[at] === c)) expect(price).toBe(0)
        })
        expect(new Set([...found.taken].map((at) => pairings.column[at])).size).toBe(rows.length)
      }),
      { seed: seedOf(11), numRuns: 300 },
    )
  })
})

describe('a search out of time', () => {
  it('gives the best it has, with a bound that holds, and a choice always', () => {
    for (let seed = 1; seed <= 20; seed += 1) {
      const packing = randomPacking(seed, { ports: 12, devices: 20, pads: 60 })
      const best = solvePacking(packing)
      const hasty = solvePacking(packing, { stopped: () => true })
      expect(hasty.choice, `${seed}`).toBeTruthy()
      expect(hasty.nodes).toBeLessThanOrEqual(best.nodes)
      expect(hasty.bound).toBeLessThanOrEqual(hasty.cost)
      if (best.proven) expect(hasty.cost, `${seed}`).toBeGreaterThanOrEqual(best.cost)
      if (best.proven) expect(hasty.bound, `${seed}`).toBeLessThanOrEqual(best.cost)
    }
  })

  it('gives one where taking what is cheapest in turn leads nowhere', () => {
    const option = (cost: number, units: number[], modes: [number, number][] = []): PackingOption => ({
      units,
      modes,
      loads: [],
      cost,
    })
    // The first has its place only where the third is there; the second has the one place of the third, which says so where it is missing.
    const items = [
      { options: [option(0, [0], [[0, 1]]), option(50, [])] },
      { options: [option(0, [1]), option(60, [])] },
      { options: [option(0, [1], [[0, 1]]), option(9, [], [[0, 0]])] },
    ]
    const packing: Packing = { units: 2, modes: 1, capacities: [], items }
    expect(solvePacking(packing)).toMatchObject({ choice: [1, 0, 1], cost: 59, proven: true })
    for (const limits of [{ maxNodes: 1 }, { stopped: () => true }]) {
      const { choice, cost } = solvePacking(packing, limits)
      expect(choice).toBeTruthy()
      expect(cost).toBeLessThan(70)
    }
  })
})

describe('what used to make a proof false', () => {
  it('is a unit that an option names twice: it is taken once', () => {
    fc.assert(
      fc.property(packing, (drawn) => {
        const doubled: Packing = {
          ...drawn,
          items: drawn.items.map(({ options }) => ({
            options: options.map((option, at) => (at % 2 ? option : { ...option, units: [...option.units, ...option.units] })),
          })),
        }
        const { cost, proven, bound } = solvePacking(doubled)
        expect(proven).toBe(true)
        expect(cost).toBe(solvePacking(drawn).cost)
        expect(bound).toBe(cost)
      }),
      { seed: seedOf(5), numRuns: 300 },
    )
  })
  it('is a cost so high that a share of it hides a tie: costs near 2^50 are told apart to the last one', () => {
    for (const scale of [2 ** 20, 2 ** 28, 2 ** 33]) {
      for (let seed = 1; seed <= 25; seed += 1) {
        const drawn = JSON.parse(JSON.stringify(randomPacking(seed, { ports: 4, devices: 7, pads: 16 }))) as Packing
        for (const { options } of drawn.items) options.forEach((option, at) => (option.cost = option.cost * scale + (at % 3)))
        const { cost, proven, bound } = solvePacking(drawn, { maxNodes: 40_000 })
        expect(proven, `${seed} × ${scale}`).toBe(true)
        expect(bound).toBe(cost)
        const plain = structuredClone(drawn)
        for (const { options } of plain.items) options.forEach((option) => (option.cost = Math.floor(option.cost / scale)))
        expect(Math.floor(cost / scale), `${seed} × ${scale}`).toBe(solvePacking(plain, { maxNodes: 40_000 }).cost)
      }
    }
  })
  it('is a sum of costs that are all too high together: it is not worked with where it need not be', () => {
    const dear = 2 ** 44
    // Each wants one of two places, which it shares with its neighbours.
    const chain = (last: number, leftOut: number, without = 0): Packing => ({
      units: 201,
      modes: 0,
      capacities: [],
      items: Array.from({ length: 200 }, (_, at) => ({
        options: [
          ...(at < without ? [] : [at, at + 1]).map((unit): PackingOption => {
            return { units: [Math.min(unit, last)], modes: [], loads: [], cost: (at * 7 + unit) % 5 }
          }),
          { units: [], modes: [], loads: [], cost: leftOut },
        ],
      })),
    })
    const { cost } = solvePacking(chain(200, 2 ** 30))
    expect(solvePacking(chain(200, dear))).toMatchObject({ cost, bound: cost, proven: true })
    // One that has no place at all is left out.
    const alone = solvePacking(chain(200, dear, 1))
    expect([alone.proven, Math.floor(alone.cost / dear)]).toEqual([true, 1])
    // Where they have a place too few, what is best cannot be told, but something is.
    const few = solvePacking(chain(198, dear))
    expect([few.proven, Math.floor(few.bound / dear)]).toEqual([false, 1])
    expect(few.cost).toBeLessThan(4 * dear)
  })
  it('is refused: costs too high to be told apart', () => {
    const items = [
      {
        options: [
          { units: [], modes: [], loads: [], cost: 2 ** 52 },
          { units: [], modes: [], loads: [], cost: 2 ** 53 },
        ],
      },
    ]
    expect(() => solvePacking({ units: 0, modes: 0, capacities: [], items: items as never })).toThrow(RangeError)
  })
})
