import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('SER-04', () => {
  it('is silent when both switches are on', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-04')).toEqual([])
  })
  it('names the feature that is off and switches it on', () => {
    const port = allocated('spillway-hex').assignment['gnss/fix']!.place.slice(5)
    const plan = allocated('spillway-hex', { type: 'port.set', port, settings: { feature: false } })
    const [found] = findingsOf(plan, 'SER-04')
    expect(found!.fact).toContain('GNSS and compass (Position), but the board-wide feature “GNSS” is off')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
