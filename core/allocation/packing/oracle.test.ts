import { expect, it } from 'vitest'
import { amount } from '../../../tests/helpers/amount'
import { drawnPlan } from '../../../tests/helpers/drawn-plan'
import { hardFamilies, hardPacking, type HardFamily } from '../../../tests/helpers/hard-packing'
import { integerSolver } from '../../../tests/helpers/integer-program'
import { randomPacking, type Size } from '../../../tests/helpers/random-packing'
import { resolvePlan } from '../../plan'
import { layOut } from '../problem'
import { addBit, emptyBits } from './bits'
import { compile } from './conflicts'
import { loadSolver, solvePacking, type Packing, type ProgramSolver } from './index'
import { programOf } from './program'
import { relaxByProgram } from './second'

/** More of each, with times, are in `npm run bench`. */
const sizes: [name: string, size: Size, count: number][] = [
  ['6 ports, 8 devices, 32 pads', { ports: 6, devices: 8, pads: 32 }, 24],
  ['8 ports, 12 devices, 45 pads', { ports: 8, devices: 12, pads: 45 }, 14],
  ['12 ports, 20 devices, 60 pads', { ports: 12, devices: 20, pads: 60 }, 6],
]

/** Whether a choice breaks nothing, looked at from the packing alone. */
function holds({ items, capacities }: Packing, choice: number[]): boolean {
  const chosen = choice.map((option, item) => items[item]!.options[option]!)
  const units = chosen.flatMap((option) => [...new Set(option.units)])
  const settings = new Map<number, number>()
  const alike = chosen.every(({ modes }) =>
    modes.every(([mode, value]) => (settings.has(mode) ? settings.get(mode) === value : settings.set(mode, value))),
  )
  const loads = capacities.map((_, capacity) =>
    chosen.reduce((sum, option) => option.loads.reduce((more, [on, amount]) => more + (on === capacity ? amount : 0), sum), 0),
  )
  return alike && new Set(units).size === units.length && loads.every((load, at) => load <= capacities[at]!)
}

const priced = ({ items }: Packing, choice: number[]) =>
  choice.reduce((sum, option, item) => sum + items[item]!.options[option]!.cost, 0)

async function compare(drawn: Packing[]): Promise<void> {
  const [solver, solve] = [await loadSolver(), await integerSolver()]
  for (const [seed, packing] of drawn.entries()) {
    const own = solvePacking(packing, { solver })
    expect(own.proven, `${seed}`).toBe(true)
    expect(own.bound, `${seed}`).toBe(own.cost)
    expect(holds(packing, own.choice!), `${seed}`).toBe(true)
    expect(priced(packing, own.choice!), `${seed}`).toBe(own.cost)
    const theirs = solve(packing, 30)
    // What the second solver alone does not prove in its time is at least no better.
    if (theirs.proven) expect(own.cost, `${seed}`).toBe(theirs.cost)
    else expect(own.cost, `${seed}`).toBeLessThanOrEqual(theirs.cost)
  }
}

it.each(sizes)('is proven, and costs what a mixed-integer solver finds: %s', (_, size, count) =>
  compare(Array.from({ length: amount(count) }, (__, seed) => randomPacking(5000 + seed, size))),
)

it.each(Object.keys(hardFamilies) as HardFamily[])(
  'is proven on hard families, and costs what a mixed-integer solver finds: %s',
  (family) =>
    compare(Array.from({ length: amount(family === 'exclusions' ? 1 : 2) }, (_, seed) => hardPacking(family, 700 + seed))),
)

it.each([
  ['that there is nothing', () => ({ bound: Infinity, proven: true })],
  ['what breaks a rule', ({ most }) => ({ values: most.map(() => 0).fill(1, 0, 1), bound: Infinity, proven: true })],
] as [string, ProgramSolver['solve']][])('believes no solver that says %s, where a choice is known', (_, lie) => {
  let asked = 0
  const solver: ProgramSolver = {
    solve(...program) {
      asked += 1
      return lie(...program)
    },
    relax: () => undefined,
  }
  const packing = hardPacking('rails', 708)
  const { proven, cost, choice } = solvePacking(packing, { solver, stopped: () => asked > 0 })
  expect(asked).toBe(1)
  expect(proven).toBe(false)
  expect(holds(packing, choice!)).toBe(true)
  expect(priced(packing, choice!)).toBe(cost)
})

it.each([
  ['nothing', () => 0],
  ['far too much', () => 1e15],
  ['less than nothing', () => -1e6],
  ['no number', () => NaN],
  ['anything', (row: number) => (row * 7919) % 100_000],
] as [string, (row: number) => number][])('finds the same with a solver to whom rows are worth %s', async (_, worth) => {
  const solver = await loadSolver()
  let asked = 0
  const strange: ProgramSolver = {
    ...solver,
    relax({ rows, most }) {
      asked += 1
      return { worth: rows.map((__, row) => worth(row)), values: most.map((__, column) => worth(column)) }
    },
  }
  for (const family of ['timers', 'streams'] as const) {
    const packing = hardPacking(family, 703)
    const own = solvePacking(packing, { solver: strange })
    expect(own.proven).toBe(true)
    expect(own.cost).toBe(solvePacking(packing, { solver }).cost)
  }
  expect(asked).toBeGreaterThan(0)
})

it('is told a choice to start from: where fractions do not help, the best', async () => {
  const solver = await loadSolver()
  // Each of five takes one of five places; the dearest of them last.
  const items = Array.from({ length: 5 }, (_, item) => ({
    options: [
      ...Array.from({ length: 5 }, (__, unit) => ({
        units: [unit],
        modes: [],
        loads: [],
        cost: ((item * 3 + unit * 7) % 11) + 1,
      })),
      { units: [], modes: [], loads: [], cost: 100 },
    ],
  }))
  const packing: Packing = { units: 5, modes: 0, capacities: [], items }
  const compiled = compile(packing)
  const open = emptyBits(compiled.options.length)
  compiled.options.forEach((_, option) => addBit(open, option))
  const { likely } = relaxByProgram(compiled, compiled.groups[0]!, open, [], solver, 60)!
  const choice = items.map((_, item) => likely.find((option) => compiled.itemOf[option] === item)! - compiled.first[item]!)
  expect(likely).toHaveLength(5)
  expect(holds(packing, choice)).toBe(true)
  expect(priced(packing, choice)).toBe(solvePacking(packing).cost)
})

it('relaxes a program from a choice to what it is without one', async () => {
  const solver = await loadSolver()
  let many = 0
  const packings = (Object.keys(hardFamilies) as HardFamily[]).map((family) => hardPacking(family, 704))
  packings.push(layOut(resolvePlan(drawnPlan(506, 48))).compiled.packing)
  for (const packing of packings) {
    const compiled = compile(packing)
    const open = emptyBits(compiled.options.length)
    compiled.options.forEach((_, option) => addBit(open, option))
    const choice = solvePacking(packing, { solver }).choice!.map((option, item) => compiled.first[item]! + option)
    for (const group of compiled.groups) {
      const { program, optionsOf, valuesOf } = programOf(compiled, group, open)
      const costs = program.most.map((_, column) => compiled.options[optionsOf[column]?.[0] ?? 0]!.cost)
      costs.fill(0, optionsOf.length)
      const least = (values: number[]) => values.reduce((sum, value, column) => sum + value * costs[column]!, 0)
      const start = valuesOf(choice.filter((option) => group.includes(compiled.itemOf[option]!)))
      const [plain, started] = [undefined, start].map((from) => least(solver.relax({ ...program, costs }, 60, from)!.values))
      expect(Math.abs(plain! - started!)).toBeLessThan(1e-6 * (1 + plain!))
      if (program.rows.length > 1.5 * program.most.length) many += 1
    }
  }
  expect(many).toBeGreaterThan(0)
})

it('has proven nothing where the solver fails', async () => {
  const solver = await loadSolver()
  const broken = { costs: [1], most: [1], rows: [{ columns: [7], coefficients: [1], lower: 0, upper: 1 }] }
  expect(solver.solve(broken, 5)).toEqual({ bound: 0, proven: false })
  expect(solver.relax(broken, 5)).toBeUndefined()
  expect(
    solver.solve({ costs: [3, 2], most: [1, 1], rows: [{ columns: [0, 1], coefficients: [1, 1], lower: 1, upper: 2 }] }, 5),
  ).toEqual({
    values: [0, 1],
    bound: 2,
    proven: true,
  })
})
