import { describe, expect, it } from 'vitest'
import { at, judged } from '../../../../tests/helpers/displays'

describe('DSP-02', () => {
  it('names the two that write over each other', () => {
    expect(judged('DSP-02', { used: at(2, 2), volts: at(8, 2) })).toEqual({
      facts: ['Near: Used capacity and Battery voltage share cells when they are at their longest'],
      settled: true,
    })
  })
  it('is silent otherwise, and without a layout', () => {
    expect(judged('DSP-02', { used: at(2, 2), volts: at(10, 2) }).facts).toEqual([])
    expect(judged('DSP-02', {}).facts).toEqual([])
  })
})
