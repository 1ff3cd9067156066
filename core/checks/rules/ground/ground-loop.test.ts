import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('GND-04', () => {
  it('names both ways and leaves one off', () => {
    const plan = allocated('spillway-hex')
    const found = findingsOf(plan, 'GND-04').find(({ subjects }) => subjects[0] === 'device:overlay')!
    expect(found.fact).toMatch(/Text overlay has 2 ways to ground: W\d+ at pad GND/)
    expect(settledBy(plan, found)).toBe(true)
  })
  it('is silent about devices with one', () => {
    expect(findingsOf(allocated('spillway-hex'), 'GND-04').some(({ subjects }) => subjects[0] === 'device:gnss')).toBe(false)
  })
})
