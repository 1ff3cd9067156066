import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const hex = allocated('spillway-hex')
const log = (every: number, rpm?: number, blades = 2) =>
  edited(hex, { type: 'log.set', log: { loop: 1000, every, bytes: 8, ...(rpm && { propellers: { rpm, blades } }) } })

describe('LOD-03', () => {
  it('12 000 rpm of two blades are 400 Hz: 500 records a second show up to 250', () => {
    const plan = log(2, 12_000)
    const [found] = findingsOf(plan, 'LOD-03')
    expect(found?.fact).toMatch(
      /500 records a second show up to 250 Hz; the propellers’ line is at 400 Hz \(12000 rpm, 2 blades\) and shows as something slower$/,
    )
    expect(found?.fixes.map(({ label }) => label)).toEqual(['Record each loop'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('is silent where the line is seen, nothing is known of the propellers, or no log is kept', () => {
    expect(findingsOf(log(1, 12_000), 'LOD-03')).toEqual([])
    expect(findingsOf(log(2), 'LOD-03')).toEqual([])
    expect(findingsOf({ ...log(2, 12_000), assignment: {} }, 'LOD-03')).toEqual([])
  })
  it('offers nothing where the loop itself is too slow', () => {
    expect(findingsOf(log(1, 60_000, 3), 'LOD-03')).toMatchObject([{ fixes: [] }])
  })
})
