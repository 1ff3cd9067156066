import { describe, expect, it } from 'vitest'
import { allocated, factsOf, moved, onBoard } from '../../../../tests/helpers/plans'

describe('BUS-01', () => {
  it('is silent with addresses apart', () => {
    expect(factsOf(allocated('spillway-hex'), 'BUS-01')).toEqual([])
  })
  it('names two parts on one address', () => {
    const plan = moved('spillway-hex', { 'rangefinder/range': { place: 'i2c:i2c1', address: 0x1e } })
    expect(factsOf(plan, 'BUS-01')).toEqual(['GNSS and compass (Compass) and Rangefinder (Range) both answer to 0x1e on I²C 1'])
  })
  it('knows the parts on the board', () => {
    const plan = onBoard(allocated('spillway-hex'), (board) => (board.i2c.i2c1!.onBoard = [{ name: 'compass', address: 0x1e }]))
    expect(factsOf(plan, 'BUS-01')).toEqual([
      "GNSS and compass (Compass) and the board's own compass both answer to 0x1e on I²C 1",
    ])
  })
})
