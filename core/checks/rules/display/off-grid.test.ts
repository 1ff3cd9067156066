import { describe, expect, it } from 'vitest'
import { at, judged } from '../../../../tests/helpers/displays'

describe('DSP-01', () => {
  it('says what is cut off at its longest, though it fits now', () => {
    expect(judged('DSP-01', { used: at(25, 2) })).toEqual({
      facts: ['Near: Used capacity reaches off the grid of 30×16 at its longest: columns 26 to 33, rows 3 to 3'],
      settled: true,
    })
  })
  it('is silent otherwise, and without a layout', () => {
    expect(judged('DSP-01', { used: at(22, 2) }).facts).toEqual([])
    expect(judged('DSP-01', {}).facts).toEqual([])
  })
})
