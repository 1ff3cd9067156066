import { describe, expect, it } from 'vitest'
import { hardPacking } from '../../../tests/helpers/hard-packing'
import { leastOf } from '../../../tests/helpers/integer-program'
import { drawing, randomPacking } from '../../../tests/helpers/random-packing'
import { addBit, emptyBits } from './bits'
import { compile, type Compiled } from './conflicts'
import { loadSolver } from './highs'
import { programOf } from './program'
import { Relaxation } from './relaxation'
import { pricedRows } from './rows'
import { relaxByProgram } from './second'
import { solveCompiled } from './solve'

function rootOf(compiled: Compiled, group: number[], relaxation: Relaxation) {
  const open = emptyBits(compiled.options.length)
  for (const item of group) for (const option of compiled.optionsOfItem[item]!) addBit(open, option)
  relaxation.tune(open)
  return {
    open,
    left: Float64Array.from(compiled.packing.capacities),
    free: [...group],
    fixedCost: 0,
    prices: relaxation.noPrices(),
  }
}

const each = (run: (compiled: Compiled, group: number[], optimum: number, seed: number) => void) => {
  for (let seed = 1; seed <= 25; seed += 1) {
    const compiled = compile(randomPacking(seed, { ports: 5, devices: 7, pads: 24 }))
    for (const group of compiled.groups) {
      const { cost, proven } = solveCompiled({ ...compiled, groups: [group] })
      expect(proven).toBe(true)
      run(compiled, group, cost, seed)
    }
  }
}

/** Names of all rows of a group, those who ask for a shared setting among them. */
const namesOf = (compiled: Compiled, group: number[]) => [...pricedRows(compiled, group, true).named.keys()]

describe('Relaxation', () => {
  it('never bounds above the optimum, whatever the prices', () => {
    each((compiled, group, optimum, seed) => {
      const relaxation = new Relaxation(compiled, group)
      const draw = drawing(seed)
      for (let turn = 0; turn < 6; turn += 1) {
        const node = rootOf(compiled, group, relaxation)
        node.prices = node.prices.map(() => (draw.chance(0.5) ? draw.next() * 40 : 0))
        const relaxed = relaxation.solve(node)!
        expect(relaxed.bound).toBeLessThanOrEqual(optimum + 1e-6)
      }
    })
  })

  it('rises with its steps, from the plain assignment on', () => {
    let risen = 0
    each((compiled, group, optimum) => {
      const relaxation = new Relaxation(compiled, group)
      const node = rootOf(compiled, group, relaxation)
      const first = relaxation.solve(node)!.bound
      let best = first
      for (let turn = 0; turn < 40; turn += 1) {
        const prices = relaxation.reprice(node.prices, (optimum - best + 1) / (1 + turn / 4))
        if (!prices) break
        node.prices = prices
        best = Math.max(best, relaxation.solve(node)!.bound)
      }
      expect(best).toBeGreaterThanOrEqual(first)
      if (best > first + 1e-6) risen += 1
    })
    expect(risen).toBeGreaterThan(5)
  })

  it('has reduced costs that hold: taking an option costs at least its own more', () => {
    each((compiled, group, _, seed) => {
      const relaxation = new Relaxation(compiled, group)
      const relaxed = relaxation.solve(rootOf(compiled, group, relaxation))!
      const draw = drawing(seed)
      const item = draw.of(group)
      const option = draw.of(compiled.optionsOfItem[item]!)
      const forced = solveCompiled(
        { ...compiled, groups: [group] },
        { allowed: (tried, at) => tried !== item || compiled.first[tried]! + at === option },
      )
      if (forced.choice) expect(forced.cost).toBeGreaterThanOrEqual(relaxed.bound + relaxed.reducedCost(option) - 1e-6)
    })
  })

  it('never bounds above the optimum with shared settings priced, and its reduced costs hold', () => {
    let settings = 0
    each((compiled, group, optimum, seed) => {
      const relaxation = new Relaxation(compiled, group)
      const draw = drawing(seed)
      settings += compiled.settings.size
      const names = namesOf(compiled, group)
      for (let turn = 0; turn < 4; turn += 1) {
        const node = rootOf(compiled, group, relaxation)
        const height = 10 ** draw.below(5)
        node.prices = relaxation.pricesNamed(names.map((name) => [name, draw.chance(0.4) ? draw.next() * height : 0]))
        const relaxed = relaxation.solve(node)!
        expect(relaxed.bound).toBeLessThanOrEqual(optimum)
        const option = draw.of(group.flatMap((item) => compiled.optionsOfItem[item]!))
        const item = compiled.itemOf[option]!
        const forced = solveCompiled(
          { ...compiled, groups: [group] },
          { allowed: (tried, at) => tried !== item || compiled.first[tried]! + at === option },
        )
        if (forced.choice) expect(forced.cost).toBeGreaterThanOrEqual(relaxed.bound + relaxed.reducedCost(option))
      }
    })
    expect(settings).toBeGreaterThan(10)
  })

  it('bounds, under the prices of a linear program, by what that program costs', async () => {
    const solver = await loadSolver()
    let raised = 0
    for (const family of ['timers', 'exclusions', 'streams', 'wishes'] as const) {
      const compiled = compile(hardPacking(family, 711))
      for (const group of compiled.groups) {
        const relaxation = new Relaxation(compiled, group)
        const node = rootOf(compiled, group, relaxation)
        const plain = relaxation.solve(node)!.bound
        const { program, optionsOf } = programOf(compiled, group, node.open)
        const costs = program.most.map((_, column) => compiled.options[optionsOf[column]?.[0] ?? -1]?.cost ?? 0)
        const least = await leastOf({ ...program, costs })
        node.prices = relaxation.pricesNamed(relaxByProgram(compiled, group, node.open, [], solver, 60)!.prices)
        const priced = relaxation.solve(node)!.bound
        expect(priced).toBeGreaterThan(least - 1e-3 * Math.max(1, least))
        expect(priced).toBeLessThan(least + 1e-3 * Math.max(1, least))
        if (priced > plain + 1) raised += 1
      }
    }
    expect(raised).toBeGreaterThan(1)
  })
})
