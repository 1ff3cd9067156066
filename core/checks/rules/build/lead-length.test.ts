import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('MEC-02', () => {
  it('is silent about lengths worked out', () => {
    expect(findingsOf(allocated('spillway-hex'), 'MEC-02')).toEqual([])
  })
  it('compares with the way along the frame', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'gnss.tx', override: { length: 40 } })
    const [found] = findingsOf(plan, 'MEC-02')
    expect(found!.fact).toMatch(/is 40 mm; its way along the frame is \d+ mm/)
    expect(settledBy(plan, found!)).toBe(true)
  })
})
