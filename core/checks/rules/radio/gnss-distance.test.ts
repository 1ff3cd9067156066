import { describe, expect, it } from 'vitest'
import { allocated, factsOf } from '../../../../tests/helpers/plans'

describe('RFI-01', () => {
  it('is silent at a distance', () => {
    expect(factsOf(allocated('spillway-hex'), 'RFI-01')).toEqual([])
  })
  it('gives the distance', () => {
    const near = { type: 'device.place' as const, device: 'transmitter', spot: { x: 30, y: 0 } }
    const plan = allocated('spillway-hex', near, { type: 'device.place', device: 'gnss', spot: { x: 0, y: 40 } })
    expect(factsOf(plan, 'RFI-01')).toContain('GNSS and compass is 50 mm from Video transmitter; its satellites want 100 mm')
    expect(factsOf(plan, 'RFI-01').some((fact) => fact.includes('compass wants 60 mm'))).toBe(false)
  })
})
