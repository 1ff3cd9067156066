import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { alignColumn, heightOfBend, placesOf, type Places, type Wish } from './align'
import type { Block } from './blocks'
import { columnHeight, rowOffset } from './blocks'
import { grid } from './model'

const block = (height: number, at: number): Block => ({
  id: `d${at}`,
  title: '',
  subtitle: '',
  rows: [],
  badges: [],
  width: 100,
  height,
  side: 'left',
  channel: 'left',
  x: 0,
  y: 0,
})

const places: fc.Arbitrary<Places> = fc
  .uniqueArray(fc.integer({ min: -60, max: 260 }), { minLength: 5, maxLength: 8 })
  .chain((heights) => {
    const sorted = [...heights, 1000, 2000, 3000].sort((a, b) => a - b)
    return fc
      .array(fc.integer({ min: 0, max: 9 }), { minLength: sorted.length, maxLength: sorted.length })
      .map((costs) => ({ heights: sorted, costs }))
  })
const columns = fc.array(fc.tuple(fc.integer({ min: 20, max: 90 }), places), { minLength: 1, maxLength: 3 })

/** Bends of a column with its blocks at given heights; infinite when two come too near. */
function costOf(blocks: Block[], sites: Places[], heights: number[], boardHeight: number): number {
  let packed = (boardHeight - columnHeight(blocks)) / 2
  let sum = 0
  for (const [index, y] of heights.entries()) {
    const one = blocks[index]!
    const before = blocks[index - 1]
    if (before && y < heights[index - 1]! + before.height + 6) return Infinity
    sum += sites[index]!.costs[sites[index]!.heights.indexOf(y)]! + Math.abs(y - packed) / 20_000
    packed += one.height + grid.gap
  }
  const lowest = heights.at(-1)! + blocks.at(-1)!.height - boardHeight
  return sum + (Math.max(0, -heights[0]!) + Math.max(0, lowest)) / heightOfBend
}

function everyChoice(sites: Places[]): number[][] {
  return sites.reduce<number[][]>((all, { heights }) => all.flatMap((some) => heights.map((y) => [...some, y])), [[]])
}

describe('alignColumn', () => {
  it('finds the cheapest of all heights there are', () => {
    fc.assert(
      fc.property(columns, fc.integer({ min: 50, max: 250 }), (column, boardHeight) => {
        const blocks = column.map(([height], at) => block(height, at))
        const sites = column.map(([, one]) => one)
        const chosen = alignColumn(blocks, sites, boardHeight)
        const least = Math.min(...everyChoice(sites).map((heights) => costOf(blocks, sites, heights, boardHeight)))
        expect(costOf(blocks, sites, chosen, boardHeight)).toBeCloseTo(least, 9)
      }),
      { seed: seedOf(31), numRuns: 150 },
    )
  })
  it('has nothing to do for an empty column', () => {
    expect(alignColumn([], [], 100)).toEqual([])
  })
})

describe('placesOf', () => {
  const cheapest = (wishes: (Wish | undefined)[], exits: number[] = []) => {
    const { heights, costs } = placesOf(wishes, exits, 200, 300)
    const least = Math.min(...costs)
    return heights.filter((_, at) => costs[at] === least)
  }
  it('costs nothing where each row is level with its pad', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 190 }), fc.integer({ min: 1, max: 4 }), (level, count) => {
        const wishes = Array.from({ length: count }, (_, at) => ({ level: level + at * grid.row }))
        const exits = wishes.map((wish) => wish.level)
        expect(cheapest(wishes, exits)).toEqual([level - rowOffset(0)])
      }),
      { seed: seedOf(32), numRuns: 60 },
    )
  })
  it('puts a wire from the top edge above the board, not further than need be', () => {
    const [y] = cheapest([{ above: -20 }])
    expect(y! + rowOffset(0)).toBeLessThanOrEqual(-20)
    expect(y! + rowOffset(0)).toBeGreaterThan(-28)
  })
  it('keeps rows with no pad away from heights where other wires leave the board', () => {
    const { heights, costs } = placesOf([undefined], [100], 200, 300)
    heights.forEach((y, at) => expect(costs[at]! > 0).toBe(Math.abs(y + rowOffset(0) - 100) < 5))
  })
})
