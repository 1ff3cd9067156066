import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { readWish } from '.'

const boards = Object.values(library.boards)
const devices = Object.values(library.devices)
const found = (text: string, among: readonly (typeof boards)[number][] | readonly (typeof devices)[number][] = boards) => {
  const wish = readWish(text)
  return { ...wish, ids: among.filter((each) => wish.fits(each)).map(({ id }) => id) }
}

describe('what is looked for by what it offers', () => {
  it('is counted', () => {
    const { told, words, ids } = found('5 ports')
    expect({ told, words }).toEqual({ told: ['at least 5 ports'], words: '' })
    const counted = (id: string) => Object.values(library.boards[id]!.ports).filter(({ kind }) => kind === 'hardware').length
    expect(ids.length).toBeGreaterThan(0)
    expect(boards.every(({ id }) => ids.includes(id) === counted(id) >= 5)).toBe(true)
    expect(found('at least 8 outputs, 1 bus').told).toEqual(['at least 8 outputs', 'at least 1 bus'])
  })
  it('has a supply that gives as much', () => {
    const { ids, told } = found('5 V 2 A')
    expect(told).toEqual(['5 V of at least 2 A'])
    const gives = (id: string) =>
      Object.values(library.boards[id]!.rails).some(({ kind, volts, limit }) => kind !== 'usb' && volts === 5 && limit >= 2)
    expect(boards.every(({ id }) => ids.includes(id) === gives(id))).toBe(true)
    expect(found('rail ≥ 3 A').told).toEqual(['a supply of at least 3 A'])
    expect(found('60 A', devices).ids).toContain('fount-12')
  })
  it('weighs no more and is no larger', () => {
    const { ids, told, words } = found('gnss compass under 10 g', devices)
    expect({ told, words }).toEqual({ told: ['at most 10 g'], words: 'gnss compass' })
    expect(devices.every(({ id, mass }) => ids.includes(id) === mass <= 10)).toBe(true)
    expect(found('< 20 mm', devices).ids).toEqual(
      devices.filter(({ size }) => Math.max(size.width, size.height) <= 20).map(({ id }) => id),
    )
  })
  it('has holes that far apart, or is no larger', () => {
    const brae = library.boards['brae-mini']!
    expect(found('30 × 30 mm').ids).toContain(brae.id)
    expect(found('30x30').told).toEqual(['holes 30 mm by 30 mm apart, or no larger than that'])
    expect(found('20 x 20').ids).not.toContain(brae.id)
  })
  it('suits as many cells', () => {
    expect(found('6s').ids).toEqual(
      boards.filter(({ supply }) => supply.cellsMin <= 6 && supply.cellsMax >= 6).map(({ id }) => id),
    )
  })
  it('is words where no figure is told', () => {
    expect(found('Corran 7')).toMatchObject({ told: [], words: 'corran 7' })
    expect(found('').ids).toHaveLength(boards.length)
  })
  it('ends, whatever is typed', () => {
    fc.assert(
      fc.property(
        fc.string({ unit: fc.constantFrom('5', ' ', 'a', 'v', 'g', 'x', 's', '≥', ',', '.', 'ports', 'mm'), maxLength: 60 }),
        (text) => {
          const wish = readWish(text)
          for (const board of boards) wish.fits(board)
          expect(wish.told.every((each) => !/NaN|undefined/.test(each))).toBe(true)
        },
      ),
      { seed: 3806, numRuns: 300 },
    )
  })
})
