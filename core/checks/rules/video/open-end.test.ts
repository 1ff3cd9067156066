import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('VID-03', () => {
  it('is silent when the chain is closed', () => {
    expect(findingsOf(allocated('spillway-hex'), 'VID-03')).toEqual([])
  })
  it('names the open ends', () => {
    const plan = allocated('spillway-hex', { type: 'device.remove', device: 'transmitter' })
    const [found] = findingsOf(plan, 'VID-03')
    expect(found!.fact).toBe('Text overlay: Picture out goes nowhere')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
