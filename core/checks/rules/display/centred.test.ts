import { describe, expect, it } from 'vitest'
import { at, judged } from '../../../../tests/helpers/displays'

describe('DSP-05', () => {
  it('tells of an odd width in the middle of an even grid', () => {
    expect(judged('DSP-05', { timer: at(0, 2, 'middle') })).toEqual({
      facts: ['Near: Flight timer of 5 columns cannot stand in the middle of 30: it is half a column to the left'],
      settled: true,
    })
  })
  it('is silent otherwise, and without a layout', () => {
    expect(judged('DSP-05', { used: at(0, 2, 'middle') }).facts).toEqual([])
    expect(judged('DSP-05', {}).facts).toEqual([])
  })
})
