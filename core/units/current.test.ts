import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { fits, milliampsGiven, milliampsTaken } from './current'

const wholes = fc.array(fc.integer({ min: 0, max: 40_000 }), { maxLength: 30 })
const sum = (list: number[]) => list.reduce((all, each) => all + each, 0)

describe('currents are weighed in whole milliamperes', () => {
  it('as whole numbers are, however they were summed', () => {
    expect(fits(0.1 + 0.2, 0.3)).toBe(true)
    expect(fits(0.301, 0.3)).toBe(false)
    fc.assert(
      fc.property(wholes, fc.integer({ min: 0, max: 400_000 }), (loads, limit) => {
        const amps = sum(loads.map((load) => load / 1000))
        expect(fits(amps, limit / 1000)).toBe(sum(loads) <= limit)
      }),
    )
  })

  it('what lies between counts against what gives', () => {
    expect(milliampsTaken(0.1004)).toBe(101)
    expect(milliampsGiven(0.1009)).toBe(100)
    expect(fits(0.1001, 0.1009)).toBe(false)
  })

  it('what fits one by one in whole milliamperes fits as a sum', () => {
    fc.assert(
      fc.property(fc.array(fc.double({ min: 0, max: 5, noNaN: true }), { maxLength: 20 }), (loads) => {
        expect(milliampsTaken(sum(loads))).toBeLessThanOrEqual(sum(loads.map(milliampsTaken)))
      }),
    )
  })
})
