import { describe, expect, it } from 'vitest'
import { allocated, factsOf } from '../../../../tests/helpers/plans'

const limit = (massLimit: number) =>
  allocated('spillway-hex', { type: 'craft.set', craft: { outline: 'hex', size: 680, massLimit } })
describe('MEC-01', () => {
  it('is silent below the limit or without one', () => {
    expect(factsOf(limit(5000), 'MEC-01')).toEqual([])
    expect(factsOf(allocated('spillway-hex'), 'MEC-01')).toEqual([])
  })
  it('says by how much and what weighs most', () => {
    expect(factsOf(limit(500), 'MEC-01')[0]).toMatch(
      /equipment of \d+ g is \d+ g over the limit of 500 g; Battery has most, 1184 g/,
    )
  })
})
