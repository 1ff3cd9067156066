import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PAD-07', () => {
  it('is silent with the third axis off', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PAD-07')).toEqual([])
  })
  it('names the axis and switches it off', () => {
    const plan = allocated('spillway-hex', { type: 'device.variant', device: 'gimbal', variant: 'three' })
    const [found] = findingsOf(plan, 'PAD-07')
    expect(found!.fact).toBe('Gimbal claims an input for “Yaw pulse”, also when it is not used; “third axis off” frees it')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
