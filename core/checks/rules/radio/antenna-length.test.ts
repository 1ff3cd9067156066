import { describe, expect, it } from 'vitest'
import { add, allocated, factsOf } from '../../../../tests/helpers/plans'

describe('RFI-04', () => {
  it('is silent on antennas of a quarter wave', () => {
    expect(factsOf(allocated('spillway-hex'), 'RFI-04')).toEqual([])
  })
  it('gives both lengths', () => {
    expect(factsOf(allocated('spillway-hex', add('plover-8w', 'old')), 'RFI-04')).toEqual([
      'old (Control link, 433 MHz) has an antenna of 150 mm; a quarter wave is 173.1 mm',
    ])
  })
})
