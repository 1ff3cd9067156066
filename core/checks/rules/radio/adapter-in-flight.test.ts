import { describe, expect, it } from 'vitest'
import { allocated, factsOf } from '../../../../tests/helpers/plans'

const enable = { type: 'need.leave-out' as const, need: 'adapter/enable', leftOut: true }
describe('RFI-03', () => {
  it('is silent when arming turns the adapter off', () => {
    expect(factsOf(allocated('culvert-scout'), 'RFI-03')).toEqual([])
  })
  it('speaks when nothing turns it off', () => {
    expect(factsOf(allocated('culvert-scout', enable), 'RFI-03')[0]).toContain(
      'Wireless adapter sends at 2440 MHz beside Control receiver',
    )
    expect(factsOf(allocated('spillway-hex', enable), 'RFI-03')).toEqual([])
  })
})
