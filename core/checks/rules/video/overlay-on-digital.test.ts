import { describe, expect, it } from 'vitest'
import { add, allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('VID-05', () => {
  it('is silent without an overlay board', () => {
    expect(findingsOf(allocated('fellside-mapper'), 'VID-05')).toEqual([])
  })
  it('offers to remove the overlay', () => {
    const plan = allocated('fellside-mapper', add('scrivel-s', 'text'))
    const [found] = findingsOf(plan, 'VID-05')
    expect(found!.fact).toContain('Digital video link carries a digital one')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
