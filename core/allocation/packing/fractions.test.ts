import { expect, it } from 'vitest'
import { drawing } from '../../../tests/helpers/random-packing'
import { Fractions, type FractionsQuestion } from './fractions'
import { loadSolver } from './highs'
import type { Loads } from './loads-table'
import type { ProgramRow } from './program-solver'

type Drawn = FractionsQuestion & { shape: Loads }

/** Items with a few options each, on a few rows that cannot bear them all, some closed, some items not asked about. */
function drawn(seed: number): Drawn {
  const draw = drawing(seed)
  const rows = 1 + draw.below(6)
  const items = 3 + draw.below(20)
  const first = [0]
  const firstLoad = [0]
  const loadOn: number[] = []
  const amount: number[] = []
  const cost: number[] = []
  for (let item = 0; item < items; item += 1) {
    const size = draw.of([10, 60, 350, 1500])
    for (let options = 1 + draw.below(5); options > 0; options -= 1) {
      const on = draw.below(rows)
      for (const row of new Set(draw.chance(0.3) ? [on, draw.below(rows)] : [on])) {
        loadOn.push(row)
        amount.push(size)
      }
      firstLoad.push(loadOn.length)
      cost.push(draw.of([0, 1, 90, 108, 12_960]))
    }
    // Left out, at a price.
    firstLoad.push(loadOn.length)
    cost.push(draw.of([12_960, 590_868, 18_316_908]))
    first.push(cost.length)
  }
  const open = Uint8Array.from(cost, (_, option) => (first.includes(option + 1) || draw.chance(0.85) ? 1 : 0))
  return {
    shape: {
      first: Int32Array.from(first),
      firstLoad: Int32Array.from(firstLoad),
      loadOn: Int32Array.from(loadOn),
      amount: Float64Array.from(amount),
      rows,
    },
    cost: Float64Array.from(cost),
    open,
    free: Uint8Array.from({ length: items }, () => (draw.chance(0.9) ? 1 : 0)),
    left: Float64Array.from({ length: rows }, () => draw.below(2500)),
    dearest: new Float64Array(rows).fill(1e9),
    from: Int32Array.from({ length: items }, (_, item) => first[item]! + open.subarray(first[item], first[item + 1]).indexOf(1)),
  }
}

/** What any choice costs at least under prices. */
function boundUnder({ shape, cost, open, free, left }: Drawn, prices: Float64Array): number {
  const { first, firstLoad, loadOn, amount } = shape
  let bound = 0
  free.forEach((is, item) => {
    if (!is) return
    let least = Infinity
    for (let option = first[item]!; option < first[item + 1]!; option += 1) {
      if (!open[option]) continue
      let full = cost[option]!
      for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) full += prices[loadOn[at]!]! * amount[at]!
      least = Math.min(least, full)
    }
    bound += least
  })
  return prices.reduce((sum, price, row) => sum - price * left[row]!, bound)
}

const seeds = Array.from({ length: 300 }, (_, seed) => seed + 1)

it('finds the prices that bound best, and the choice of that cost, as another solver does', async () => {
  const solver = await loadSolver()
  let divided = 0
  for (const seed of seeds) {
    const question = drawn(seed)
    const { shape, cost, open, free, left } = question
    const fractions = new Fractions(shape)
    fractions.solve(question)
    const columns = [...cost.keys()].filter((option) => open[option] && free[itemOf(shape, option)])
    const rows: ProgramRow[] = [...free.keys()]
      .filter((item) => free[item])
      .map((item) => {
        const own = columns.flatMap((option, column) => (itemOf(shape, option) === item ? [column] : []))
        return { columns: own, coefficients: own.map(() => 1), lower: 1, upper: 1 }
      })
    left.forEach((upper, row) => {
      const loads = columns.map((option) => loadOf(shape, option, row))
      const on = [...loads.keys()].filter((column) => loads[column])
      rows.push({ columns: on, coefficients: on.map((column) => loads[column]!), lower: -Infinity, upper })
    })
    const program = { costs: columns.map((option) => cost[option]!), most: columns.map(() => 1), rows }
    const { values } = solver.relax(program, 60)!
    const least = values.reduce((sum, value, column) => sum + value * program.costs[column]!, 0)
    const allowance = 1e-6 * (1 + least)
    expect(Math.abs(boundUnder(question, fractions.prices) - least), `${seed}`).toBeLessThan(allowance)
    // Its own choice costs as much, gives each item one option in all, and exceeds nothing.
    const shares = columns.map((option) => fractions.shareOf(itemOf(shape, option), option))
    expect(Math.abs(shares.reduce((sum, share, at) => sum + share * program.costs[at]!, 0) - least)).toBeLessThan(allowance)
    for (const { columns: of, coefficients, lower, upper } of rows) {
      const sum = of.reduce((total, column, at) => total + shares[column]! * coefficients[at]!, 0)
      expect(sum).toBeLessThan(upper + 1e-6 * (1 + upper))
      expect(sum).toBeGreaterThan(lower - 1e-6)
    }
    if (shares.some((share) => share > 0.01 && share < 0.99)) divided += 1
  }
  expect(divided).toBeGreaterThan(100)
})

it('says of no unit of a row that it is worth more than it may be', () => {
  for (const seed of seeds) {
    const question = { ...drawn(seed), dearest: new Float64Array(6).fill(7) }
    const fractions = new Fractions(question.shape)
    fractions.solve(question)
    for (const price of fractions.prices) {
      expect(price).toBeLessThan(7.001)
      expect(price).toBeGreaterThan(-0.001)
    }
  }
})

const itemOf = ({ first }: Loads, option: number) => first.findIndex((start) => start > option) - 1

function loadOf({ firstLoad, loadOn, amount }: Loads, option: number, row: number): number {
  let sum = 0
  for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) if (loadOn[at] === row) sum += amount[at]!
  return sum
}
