import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { allocated } from '../../../tests/helpers/plans'
import { resolvePlan } from '../../plan'
import { wiresOf } from '../index'
import { defaultLayers, drawingFigures, Sheet } from './index'
import type { Arrangement } from './model'
import { Sketch, type Sketched } from './sketch'

const board = { width: 200, height: 160 }
const edges = ['left', 'right', 'top', 'bottom'] as const

const devices = fc
  .array(
    fc.record({
      leaving: fc.array(fc.record({ edge: fc.constantFrom(...edges), along: fc.integer({ min: 0, max: 160 }) }), {
        maxLength: 3,
      }),
      linked: fc.array(fc.nat({ max: 4 }), { maxLength: 1 }),
    }),
    { minLength: 2, maxLength: 5 },
  )
  .map((all) =>
    all.map(({ leaving, linked }, at): Sketched => ({
      id: `d${at}`,
      height: 40,
      leaving: leaving.map(({ edge, along }, pad) => ({ pad: `${at}.${pad}`, edge, along })),
      linked: linked.filter((other) => other < all.length).map((other) => `d${other}`),
    })),
  )

/** Every arrangement of some devices. */
function everyArrangement(ids: string[]): Arrangement[] {
  return ids.reduce<Arrangement[]>(
    (all, id) =>
      all.flatMap(({ left, right }) => [
        ...Array.from({ length: left.length + 1 }, (_, at) => ({ left: left.toSpliced(at, 0, id), right })),
        ...Array.from({ length: right.length + 1 }, (_, at) => ({ left, right: right.toSpliced(at, 0, id) })),
      ]),
    [{ left: [], right: [] }],
  )
}

describe('a sketch', () => {
  it('finds what trying every arrangement finds, loses no device, and is the same each time', () => {
    fc.assert(
      fc.property(devices, (drawn) => {
        const sketch = new Sketch(drawn, board, 14)
        const ids = drawn.map(({ id }) => id)
        const start = { left: ids, right: [] }
        const found = sketch.find([start, start], 1500, 5)
        for (const { left, right } of found) expect([...left, ...right].sort()).toEqual(ids)
        const least = Math.min(...everyArrangement(ids).map((arrangement) => sketch.costOf(arrangement)))
        expect(sketch.costOf(found[0]!)).toBeCloseTo(least, 9)
        expect(sketch.find([start, start], 1500, 5)).toEqual(found)
      }),
      { seed: seedOf(73), numRuns: 60 },
    )
  })

  it('tells roughly what is drawn, well enough to find what crosses less than any by chance', () => {
    for (const name of ['culvert-scout', 'fellside-mapper', 'spillway-hex'] as const) {
      const resolved = resolvePlan(allocated(name))
      const sheet = new Sheet(resolved, wiresOf(resolved), defaultLayers)
      const start = sheet.startingArrangement()
      const ids = [...start.left, ...start.right]
      const orders = fc.tuple(fc.shuffledSubarray(ids, { minLength: ids.length }), fc.nat({ max: ids.length }))
      const arrangements = fc
        .sample(orders, { seed: seedOf(74), numRuns: 40 })
        .map(([order, cut]): Arrangement => ({ left: order.slice(0, cut), right: order.slice(cut) }))
      const told = arrangements.map((arrangement) => sheet.sketch.costOf(arrangement))
      const drawn = arrangements.map((arrangement) => drawingFigures(sheet.draw(arrangement)).crossings)
      expect(correlation(told, drawn), name).toBeGreaterThan(0.35)
      const crossings = sheet.sketch
        .find([arrangements[0]!], 4000, 5)
        .map((arrangement) => drawingFigures(sheet.draw(arrangement)).crossings)
      expect(Math.max(...crossings), name).toBeLessThan(Math.min(...drawn))
    }
  })
})

function correlation(some: number[], others: number[]): number {
  const mean = (values: number[]) => values.reduce((sum, value) => sum + value, 0) / values.length
  const [a, b] = [mean(some), mean(others)]
  const product = (one: number[], from: number, other: number[], to: number) =>
    one.reduce((sum, value, at) => sum + (value - from) * (other[at]! - to), 0)
  return product(some, a, others, b) / Math.sqrt(product(some, a, some, a) * product(others, b, others, b))
}
