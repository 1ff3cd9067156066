import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('VID-06', () => {
  it('is silent when both ends agree', () => {
    expect(findingsOf(allocated('spillway-hex'), 'VID-06')).toEqual([])
  })
  it('names both protocols and settles it', () => {
    const plan = allocated('spillway-hex', { type: 'link.set', need: 'transmitter/control', settings: { protocol: 'msp' } })
    const [found] = findingsOf(plan, 'VID-06')
    expect(found!.fact).toContain('Video transmitter is set to MSP')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
