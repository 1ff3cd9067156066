import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { drawingFigures } from './figures'
import type { DrawnWire, Point } from './model'

const wire = (pad: string, points: Point[]): DrawnWire => ({
  wire: {
    id: `${pad} ${points.length}`,
    number: 'W1',
    kind: 'signal',
    net: '',
    from: { device: `of ${pad}`, point: 'p', label: '' },
    to: { point: pad, label: '' },
    colour: 'WH',
    gauge: 28,
    length: 100,
    measured: false,
    note: '',
    main: false,
    bursts: false,
    omitted: false,
    locked: false,
  },
  points,
  label: points[0]!,
})

/** A path of steps in turn level and upright, on a grid whose lines no other path has. */
const path = (at: number) =>
  fc.array(fc.integer({ min: -9, max: 9 }), { minLength: 2, maxLength: 6 }).map((steps) => {
    const points: Point[] = [{ x: at * 0.05, y: at * 0.05 }]
    steps.forEach((step, index) => {
      const { x, y } = points.at(-1)!
      points.push(index % 2 ? { x, y: y + (step || 1) } : { x: x + (step || 1), y })
    })
    return points
  })

/** Proper intersections of any two segments, by the turn their ends make. */
function intersections(one: Point[], other: Point[]): number {
  const turn = (a: Point, b: Point, c: Point) => Math.sign((b.x - a.x) * (c.y - a.y) - (b.y - a.y) * (c.x - a.x))
  let count = 0
  for (let i = 1; i < one.length; i += 1) {
    for (let j = 1; j < other.length; j += 1) {
      const [a, b, c, d] = [one[i - 1]!, one[i]!, other[j - 1]!, other[j]!]
      if (turn(a, b, c) * turn(a, b, d) < 0 && turn(c, d, a) * turn(c, d, b) < 0) count += 1
    }
  }
  return count
}

describe('drawingFigures', () => {
  it('counts the crossings of any paths as geometry does', () => {
    fc.assert(
      fc.property(path(0), path(1), path(2), (...paths) => {
        const { crossings, crossed, bends } = drawingFigures({ wires: paths.map((points, at) => wire(`p${at}`, points)) })
        const [a, b, c] = paths
        const pairs = [intersections(a, b), intersections(a, c), intersections(b, c)] as const
        expect(crossings).toBe(pairs[0] + pairs[1] + pairs[2])
        expect(crossed.get('of p0') ?? 0).toBe(pairs[0] + pairs[1])
        expect(bends).toBe(paths.reduce((sum, points) => sum + points.length - 2, 0))
      }),
      { seed: seedOf(51), numRuns: 300 },
    )
  })
  it('takes wires to one pad for one trunk', () => {
    const across: Point[] = [
      { x: 0, y: 5 },
      { x: 10, y: 5 },
    ]
    const down: Point[] = [
      { x: 5, y: 0 },
      { x: 5, y: 10 },
    ]
    expect(drawingFigures({ wires: [wire('a', across), wire('b', down)] }).crossings).toBe(1)
    expect(drawingFigures({ wires: [wire('a', across), wire('a', down)] }).crossings).toBe(0)
  })
  it('finds wires that lie on each other, but not those that meet end to end', () => {
    const level = (from: number, to: number, y: number) => [
      { x: from, y },
      { x: to, y },
    ]
    const overlaps = (...lines: Point[][]) => drawingFigures({ wires: lines.map((line, at) => wire(`p${at}`, line)) }).overlaps
    expect(overlaps(level(0, 50, 0), level(40, 90, 1))).toBe(1)
    expect(overlaps(level(0, 50, 0), level(50, 90, 0))).toBe(0)
    expect(overlaps(level(0, 50, 0), level(0, 50, 8))).toBe(0)
  })
})
