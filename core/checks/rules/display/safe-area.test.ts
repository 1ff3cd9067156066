import { describe, expect, it } from 'vitest'
import { at, judged } from '../../../../tests/helpers/displays'

describe('DSP-04', () => {
  it('tells of the outermost row and column', () => {
    expect(judged('DSP-04', { timer: at(0, 2) })).toEqual({
      facts: ['Near: Flight timer stands at the edge of the grid, which some screens cut off: columns 1 to 5, rows 3 to 3'],
      settled: true,
    })
  })
  it('is silent otherwise, and without a layout', () => {
    expect(judged('DSP-04', { timer: at(1, 2) }).facts).toEqual([])
    expect(judged('DSP-04', {}).facts).toEqual([])
  })
})
