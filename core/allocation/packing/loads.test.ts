import { describe, expect, it } from 'vitest'
import { drawing } from '../../../tests/helpers/random-packing'
import { addBit, emptyBits } from './bits'
import { compile } from './conflicts'
import { LoadsSearch, type LoadsAnswer } from './loads'
import { sharesLoads } from './loads-table'
import type { Packing, PackingItem, PackingOption } from './packing'
import { solvePacking } from './solve'

/** A few items on one to three capacities, some alike or but for what it costs to leave them out, some options on two capacities, few that set something, costs of very unlike size. */
function drawn(seed: number): Packing {
  const draw = drawing(seed)
  const capacities = Array.from({ length: 1 + draw.below(3) }, () => 4 + draw.below(14))
  const dear = draw.of([20, 900, 1e12])
  const items: PackingItem[] = []
  while (items.length < 6) {
    const loads = () => {
      const on = draw.below(capacities.length)
      const also = draw.chance(0.2) ? (on + 1) % capacities.length : on
      const load: [number, number][] = [[on, draw.below(9)]]
      return also === on ? load : [...load, [also, 1 + draw.below(4)] as [number, number]]
    }
    const modes = (): [number, number][] => (draw.chance(0.15) ? [[draw.below(2), draw.below(2)]] : [])
    const option = () => ({ units: [], modes: modes(), loads: loads(), cost: draw.of([0, 1, 3, 7]) })
    const options = Array.from({ length: 1 + draw.below(4) }, option)
    const unlike = draw.of([0, 0, 1])
    const setting = draw.chance(0.8)
    for (let alike = draw.of([1, 1, 2, 3]); alike > 0; alike -= 1) {
      const own = setting || alike > 1 ? options : options.map((option) => ({ ...option, modes: [] }))
      items.push({ options: [...own, { units: [], modes: [], loads: [], cost: dear + unlike * alike }] })
    }
  }
  return { units: 0, modes: 2, capacities, items }
}

/** The least cost of all ways to choose. */
function tryAll({ items, capacities }: Packing): number {
  const left = [...capacities]
  const from = (at: number, set: [number, number][]): number => {
    const item = items[at]
    if (!item) return 0
    let best = Infinity
    for (const { loads, modes, cost } of item.options) {
      if (modes.some(([mode, value]) => set.some(([other, theirs]) => other === mode && theirs !== value))) continue
      for (const [capacity, amount] of loads) left[capacity]! -= amount
      if (left.every((rest) => rest >= 0)) best = Math.min(best, cost + from(at + 1, [...set, ...modes]))
      for (const [capacity, amount] of loads) left[capacity]! += amount
    }
    return best
  }
  return from(0, [])
}

function ask(packing: Packing, maxNodes: number, bestCost?: number): LoadsAnswer {
  const compiled = compile(packing)
  const group = packing.items.map((_, item) => item)
  const open = emptyBits(compiled.options.length)
  compiled.options.forEach((_, option) => addBit(open, option))
  const last = group.map((item) => compiled.optionsOfItem[item]!.at(-1)!)
  const dearest = last.reduce((sum, option) => sum + compiled.options[option]!.cost, 0)
  const known = { best: last, bestCost: bestCost ?? dearest, floor: 0, grain: 1, base: 0 }
  return new LoadsSearch(compiled, group).search({ open, ...known, maxNodes, isOver: () => false })
}

const seeds = Array.from({ length: 300 }, (_, seed) => seed + 1)

describe('LoadsSearch', () => {
  it('finds what trying everything finds, and its choice costs that and overloads nothing', () => {
    for (const seed of seeds) {
      const packing = drawn(seed)
      const { best, bestCost, bound, finished } = ask(packing, Infinity)
      expect([bestCost, bound, finished], `${seed}`).toEqual([tryAll(packing), bestCost, true])
      const { options } = compile(packing)
      expect(best.reduce((sum, option) => sum + options[option]!.cost, 0)).toBe(bestCost)
      packing.capacities.forEach((limit, capacity) => {
        const loads = best.flatMap((option) => options[option]!.loads.filter(([on]) => on === capacity))
        expect(loads.reduce((sum, [, amount]) => sum + amount, 0)).toBeLessThanOrEqual(limit)
      })
      const set = new Map(best.flatMap((option) => options[option]!.modes))
      for (const option of best) for (const [mode, value] of options[option]!.modes) expect(set.get(mode)).toBe(value)
    }
  })

  it('bounds from below what it leaves before the end', () => {
    let cut = 0
    for (const seed of seeds) {
      const packing = drawn(seed)
      const { bestCost, bound, finished } = ask(packing, 1)
      expect(bound).toBeLessThanOrEqual(tryAll(packing))
      expect(bestCost).toBeGreaterThanOrEqual(tryAll(packing))
      if (!finished) cut += 1
    }
    expect(cut).toBeGreaterThan(20)
  })

  it('proves what is known already to be best, and says so of nothing else', () => {
    for (const seed of seeds.slice(0, 50)) {
      const packing = drawn(seed)
      const least = tryAll(packing)
      const same = ask(packing, Infinity, least)
      expect([same.bestCost, same.bound, same.finished]).toEqual([least, least, true])
      expect(ask(packing, Infinity, least + 1).bestCost).toBe(least)
    }
  })

  it('searches once what differs only in what a better choice leaves open', () => {
    const item = (dear: number): PackingItem => ({
      options: [
        ...[0, 1, 2].map((on) => ({ units: [], modes: [], loads: [[on, 7]] as [number, number][], cost: on })),
        { units: [], modes: [], loads: [], cost: dear },
      ],
    })
    const packing = (unlike: number): Packing => ({
      units: 0,
      modes: 0,
      capacities: [20, 20, 20],
      items: Array.from({ length: 6 }, (_, at) => item(500 + unlike * at)),
    })
    // Two on each: 0 + 2 + 4. With something as good known, nobody is left out.
    const alike = ask(packing(0), Infinity, 7)
    const unlike = ask(packing(1), Infinity, 7)
    expect([alike.finished, unlike.finished, alike.bestCost, unlike.bestCost]).toEqual([true, true, 6, 6])
    expect(alike.nodes).toBeGreaterThan(2)
    expect(unlike.nodes).toBe(alike.nodes)
  })

  it('is for groups of which no option takes a unit, and few set something', () => {
    const option = (units: number[], modes: [number, number][]): PackingOption => ({ units, modes, loads: [[0, 3]], cost: 1 })
    const suits = (options: PackingOption[]) => {
      const items = [{ options }, { options: [option([], [])] }]
      return sharesLoads(compile({ units: 1, modes: 1, capacities: [5], items }), [0, 1])
    }
    const plain = [option([], []), option([], []), option([], [])]
    expect([suits(plain), suits([...plain, option([0], [])])]).toEqual([true, false])
    expect([suits([...plain, option([], [[0, 1]])]), suits([option([], [[0, 1]])])]).toEqual([true, false])
  })

  it('is left out where its tables would be too large, and the answer is what it is', () => {
    const items = Array.from({ length: 450 }, (_, at): PackingItem => ({
      options: Array.from({ length: 21 }, (__, on) => ({ units: [], modes: [], loads: [[on, 1]], cost: (at + on) % 5 })),
    }))
    const packing: Packing = { units: 0, modes: 0, capacities: Array.from({ length: 21 }, () => 449), items }
    const compiled = compile(packing)
    expect(compiled.groups).toHaveLength(1)
    expect(sharesLoads(compiled, compiled.groups[0]!)).toBe(false)
    expect(solvePacking(packing)).toMatchObject({ cost: 0, proven: true })
  })
})
