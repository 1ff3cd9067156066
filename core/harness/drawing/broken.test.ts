import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../../tests/helpers/amount'
import { broken, unbroken } from './broken'

describe('a broken length', () => {
  it('keeps order, ends and what lies beside each used point, and is no longer than the whole', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 20, max: 200, noNaN: true }),
        fc.array(fc.double({ min: 0, max: 1, noNaN: true }), { maxLength: 8 }),
        (length, shares) => {
          const used = shares.map((share) => share * length).sort((a, b) => a - b)
          const cut = broken(length, used)
          expect(cut.length).toBeLessThanOrEqual(length + 1e-9)
          expect(cut.at(0)).toBe(0)
          expect(cut.at(length)).toBeCloseTo(cut.length)
          const places = used.map((value) => cut.at(value)!)
          places.forEach((place, index) => {
            expect(place - (places[index - 1] ?? 0)).toBeLessThanOrEqual(used[index]! - (used[index - 1] ?? 0) + 1e-9)
            expect(place - (places[index - 1] ?? 0)).toBeGreaterThanOrEqual(-1e-9)
            const beside = Math.min(length, used[index]! + 4)
            expect(cut.at(beside)! - place).toBeCloseTo(beside - used[index]!)
          })
          for (const { from, width } of cut.breaks) {
            for (const place of places) expect(place < from || place > from + width).toBe(true)
          }
        },
      ),
      { seed: seedOf(3711) },
    )
  })

  it('leaves out what is far from all that is used', () => {
    const cut = broken(100, [50])
    expect(cut.length).toBe(4 + 2 + 8 + 2 + 4)
    expect([cut.at(20), cut.at(50), cut.at(99)]).toEqual([undefined, 10, 19])
    expect(cut.breaks).toEqual([
      { from: 4, width: 2 },
      { from: 14, width: 2 },
    ])
    expect(broken(12, [])).toMatchObject({ length: 12, breaks: [] })
    expect(unbroken(12).at(7)).toBe(7)
  })
})
