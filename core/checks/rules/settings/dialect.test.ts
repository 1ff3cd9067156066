import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('SET-04', () => {
  it('is silent while the firmware speaks what is set', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SET-04')).toEqual([])
  })
  it('names the firmware that would, and takes it', () => {
    const plan = edited(allocated('spillway-hex'), { type: 'link.set', need: 'logger/log', end: 'board', set: { baud: 250_000 } })
    const [found, ...rest] = findingsOf(plan, 'SET-04')
    expect(rest).toEqual([])
    expect(found?.fact).toMatch(
      /^Port \d is set to .* at 250.000 baud; Flight logger \(.*\) as “stock firmware” does not speak that, as “high-rate firmware” it does$/,
    )
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('is silent where no firmware of the part would', () => {
    const plan = edited(allocated('spillway-hex'), { type: 'link.set', need: 'logger/log', end: 'board', set: { baud: 38_400 } })
    expect(findingsOf(plan, 'SET-04')).toEqual([])
  })
})
