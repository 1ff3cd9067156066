import { describe, expect, it } from 'vitest'
import { at, judged } from '../../../../tests/helpers/displays'

describe('DSP-03', () => {
  it('names the glyph that the set does not have', () => {
    expect(judged('DSP-03', { traffic: at(2, 2) })).toEqual({
      facts: ['Near: Nearby traffic needs the glyph ✈, which the set of 256 does not have: a placeholder is shown'],
      settled: true,
    })
  })
  it('is silent otherwise, and without a layout', () => {
    expect(judged('DSP-03', { volts: at(2, 2) }).facts).toEqual([])
    expect(judged('DSP-03', {}).facts).toEqual([])
  })
})
