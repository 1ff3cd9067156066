import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { assignTracks, crossings, type Run } from './channel'

const end = fc.record({ y: fc.integer({ min: 0, max: 60 }), at: fc.constantFrom('board' as const, 'device' as const) })
const run: fc.Arbitrary<Run> = fc.tuple(end, end).map((ends) => ({ ends: ends as Run['ends'] }))

/** Crossings by geometry: the board at x = 0, the devices at x = 100, each run's upright at a given x. */
function byGeometry(one: Run, x1: number, other: Run, x2: number): number {
  const pieces = ({ ends: [a, b] }: Run, x: number) => [
    ...[a, b].map(({ y, at }) => ({ flat: true, at: y, low: at === 'board' ? 0 : x, high: at === 'board' ? x : 100 })),
    { flat: false, at: x, low: Math.min(a.y, b.y), high: Math.max(a.y, b.y) },
  ]
  let count = 0
  for (const p of pieces(one, x1)) {
    for (const q of pieces(other, x2)) {
      if (p.flat === q.flat) continue
      const [flat, upright] = p.flat ? [p, q] : [q, p]
      if (upright.at > flat.low && upright.at < flat.high && flat.at > upright.low && flat.at < upright.high) count += 1
    }
  }
  return count
}

/** Whether the two lie on each other: one's way to the device and the other's to the board at one height, and their tracks apart that way. */
function onEachOther(one: Run, x1: number, other: Run, x2: number): boolean {
  if (x1 === x2) return false
  const [inner, outer] = x1 < x2 ? [one, other] : [other, one]
  const heights = ({ ends }: Run, at: string) => ends.filter((runEnd) => runEnd.at === at).map(({ y }) => y)
  return heights(inner, 'device').some((y) => heights(outer, 'board').some((other) => Math.abs(y - other) < 4))
}

const bent = ({ ends: [a, b] }: Run) => a.y !== b.y

describe('crossings', () => {
  it('are those of the drawn lines', () => {
    fc.assert(
      fc.property(run, run, (inner, outer) => {
        expect(crossings(inner, outer)).toBe(byGeometry(inner, 40, outer, 60))
      }),
      { seed: seedOf(21), numRuns: 500 },
    )
  })
})

describe('assignTracks', () => {
  const runs = fc.array(run.filter(bent), { minLength: 1, maxLength: 9 })
  const span = ({ ends: [a, b] }: Run) => [Math.min(a.y, b.y), Math.max(a.y, b.y)] as const

  it('puts no two that overlap on one track', () => {
    fc.assert(
      fc.property(runs, (list) => {
        const tracks = assignTracks(list, 1)
        list.forEach((run, a) =>
          list.slice(a + 1).forEach((other, b) => {
            if (tracks[a] !== tracks[a + 1 + b]) return
            const [[low, high], [from, to]] = [span(run), span(other)]
            expect(high <= from - 1 || to <= low - 1).toBe(true)
          }),
        )
      }),
      { seed: seedOf(22), numRuns: 300 },
    )
  })

  it('crosses no more than putting them as they come', () => {
    fc.assert(
      fc.property(runs, (list) => {
        const count = (tracks: number[]) =>
          list.reduce(
            (sum, one, a) =>
              sum +
              list.slice(a + 1).reduce((inner, other, b) => {
                const [x1, x2] = [10 + tracks[a]! * 5, 10 + tracks[a + 1 + b]! * 5]
                return inner + byGeometry(one, x1, other, x2) + (onEachOther(one, x1, other, x2) ? 20 : 0)
              }, 0),
            0,
          )
        const naive = list.map((_, at) => at)
        expect(count(assignTracks(list, 1))).toBeLessThanOrEqual(count(naive))
      }),
      { seed: seedOf(23), numRuns: 200 },
    )
  })

  it('keeps runs from lying on each other where an order without that exists', () => {
    const down: Run = {
      ends: [
        { y: 10, at: 'device' },
        { y: 40, at: 'board' },
      ],
    }
    const level: Run = {
      ends: [
        { y: 10, at: 'board' },
        { y: 60, at: 'device' },
      ],
    }
    const [first, second] = assignTracks([down, level], 1)
    expect(onEachOther(down, first!, level, second!)).toBe(false)
  })

  it('takes no room for runs that go straight on', () => {
    const straight: Run = {
      ends: [
        { y: 10, at: 'device' },
        { y: 10, at: 'board' },
      ],
    }
    const bend: Run = {
      ends: [
        { y: 0, at: 'device' },
        { y: 20, at: 'board' },
      ],
    }
    expect(assignTracks([straight, bend], 1)).toEqual([0, 0])
  })

  it('lets two that mirror each other pass without a crossing', () => {
    const down: Run = {
      ends: [
        { y: 10, at: 'board' },
        { y: 30, at: 'device' },
      ],
    }
    const further: Run = {
      ends: [
        { y: 20, at: 'board' },
        { y: 40, at: 'device' },
      ],
    }
    const [first, second] = assignTracks([down, further], 1)
    expect(byGeometry(down, 10 + first! * 5, further, 10 + second! * 5)).toBe(0)
  })
})
