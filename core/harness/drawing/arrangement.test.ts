import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { findArrangement, type Look } from './arrangement'
import { standing, type Arrangement } from './model'

const start = (count: number): Arrangement => ({ left: Array.from({ length: count }, (_, at) => `d${at}`), right: [] })
const ids = ({ left, right }: Arrangement) => [...left, ...right].sort()

/** A cost that asks each device for a side and an order by name, and two rows for the other way round. */
function judge(sides: boolean[], counted: { looks: number }) {
  return (arrangement: Arrangement): Look => {
    counted.looks += 1
    const wrong = [
      ...arrangement.left.filter((id) => !sides[Number(id.slice(1))]),
      ...arrangement.right.filter((id) => sides[Number(id.slice(1))]),
    ]
    const inversions = [arrangement.left, arrangement.right].reduce(
      (sum, column) => sum + column.reduce((inner, id, at) => inner + column.slice(at + 1).filter((next) => next < id).length, 0),
      0,
    )
    const rows = new Map(ids(arrangement).map((id) => [id, arrangement.rows?.[id] ?? [`${id}.a`, `${id}.b`]]))
    const turned = [...rows.values()].filter(([first]) => first!.endsWith('.b')).length
    const round = new Map([['w', arrangement.round?.w ?? ('top' as const)]])
    const cost = wrong.length * 10 + inversions + (rows.size - turned) + (round.get('w') === 'top' ? 1 : 0)
    return { arrangement, cost, crossed: new Map(wrong.map((id) => [id, 1])), rows, round, tooHigh: false }
  }
}

describe('findArrangement', () => {
  it('moves devices, rows and ways round until nothing helps, and loses none', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 2, maxLength: 6 }), (sides) => {
        const look = judge(sides, { looks: 0 })
        const groups = sides.map((_, at) => [`d${at}`])
        const from = start(sides.length)
        const found = findArrangement([from], look, { groups, between: false }, 4000)
        expect(ids(found)).toEqual(ids(from))
        expect(look(found).cost).toBe(0)
      }),
      { seed: seedOf(61), numRuns: 40 },
    )
  })
  it('is the same each time and never worse than where it starts, however few tries there are', () => {
    fc.assert(
      fc.property(fc.array(fc.boolean(), { minLength: 1, maxLength: 6 }), fc.integer({ min: 0, max: 60 }), (sides, tries) => {
        const counted = { looks: 0 }
        const look = judge(sides, counted)
        const found = findArrangement([start(sides.length)], look, { groups: [], between: false }, tries)
        expect(counted.looks).toBeLessThanOrEqual(2 * tries + 2)
        expect(look(found).cost).toBeLessThanOrEqual(look(start(sides.length)).cost)
        expect(findArrangement([start(sides.length)], look, { groups: [], between: false }, tries)).toEqual(found)
      }),
      { seed: seedOf(62), numRuns: 60 },
    )
  })
  it('takes devices that are wired to each other across together', () => {
    const look = (arrangement: Arrangement): Look => {
      const apart = Math.abs(arrangement.left.length - arrangement.right.length) === 4 ? 0 : 5
      const cost = apart + arrangement.left.length
      const rows = new Map(ids(arrangement).map((id) => [id, [id]]))
      return { arrangement, cost, crossed: new Map(), rows, round: new Map(), tooHigh: false }
    }
    const found = findArrangement([start(4)], look, { groups: [['d0', 'd1', 'd2', 'd3']], between: false }, 200)
    expect(found).toMatchObject({ left: [] })
  })
  it('takes devices out of the columns while those are too high, though the first of them alone helps nothing', () => {
    const asked: Arrangement[] = []
    const look = (arrangement: Arrangement): Look => {
      asked.push(arrangement)
      const { left, right, between = [] } = arrangement
      const high = Math.max(left.length, right.length)
      const tooHigh = high > 3
      const cost = (tooHigh ? 100 * high : 0) + between.length
      return { arrangement, cost, crossed: new Map(), rows: new Map(), round: new Map(), tooHigh }
    }
    const from = { left: ['a', 'b', 'c', 'd'], right: ['e', 'f', 'g', 'h'] }
    const all = (arrangement: Arrangement) => standing(arrangement).sort()
    const found = findArrangement([from], look, { groups: [], between: true }, 1000)
    expect(all(found)).toEqual(all(from))
    expect(look(found)).toMatchObject({ tooHigh: false, cost: 2 })
    for (const one of asked) expect(all(one)).toEqual(all(from))
    // Where no one may stand between them, no one does.
    expect(findArrangement([from], look, { groups: [], between: false }, 1000).between ?? []).toEqual([])
  })
})
