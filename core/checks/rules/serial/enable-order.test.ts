import { describe, expect, it } from 'vitest'
import { allocated, factsOf } from '../../../../tests/helpers/plans'

describe('SER-17', () => {
  it('is silent without software ports', () => {
    expect(factsOf(allocated('spillway-hex'), 'SER-17')).toEqual([])
  })
  it('tells the order of steps', () => {
    expect(factsOf(allocated('culvert-scout'), 'SER-17')[0]).toMatch(
      /Software port 1 for .* enable software ports first, save and restart/,
    )
  })
})
