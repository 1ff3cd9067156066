import { describe, expect, it } from 'vitest'
import { add, allocated, factsOf } from '../../../../tests/helpers/plans'

describe('RFI-02', () => {
  it('is silent on unlike bands', () => {
    expect(factsOf(allocated('spillway-hex'), 'RFI-02')).toEqual([])
  })
  it('gives both frequencies and the distance', () => {
    const plan = allocated('spillway-hex', add('tether-w', 'wifi'))
    expect(factsOf(plan, 'RFI-02')[0]).toMatch(/Wireless adapter \(2440 MHz\) and wifi \(2440 MHz\) are \d+ mm apart on one band/)
  })
})
