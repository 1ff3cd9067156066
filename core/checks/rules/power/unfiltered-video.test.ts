import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PWR-10', () => {
  it('is silent on the filtered rail', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PWR-10')).toEqual([])
  })
  it('offers the filtered one', () => {
    const plan = allocated('spillway-hex', { type: 'supply.choose', supply: 'camera/main', source: 'rail:bat' })
    const [found] = findingsOf(plan, 'PWR-10')
    expect(found!.fact).toBe('Camera is fed from Battery, which is not filtered')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
