import { describe, expect, it } from 'vitest'
import { edited, findingsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const scout = allocated('culvert-scout')
const withMotors = (motors?: { hover: number; full: number }) =>
  edited(scout, { type: 'craft.set', craft: { outline: 'quad', size: 180, motors } })

describe('PWR-15', () => {
  it('is silent within what the ESC drives for as long as one likes', () => {
    expect(findingsOf(scout, 'PWR-15')).toEqual([])
  })
  it('weighs full throttle above that, and has mended what is above all', () => {
    expect(findingsOf(withMotors({ hover: 3, full: 14 }), 'PWR-15')).toMatchObject([
      {
        severity: 'weigh',
        fact: 'ESC four-in-one drives a motor with 12 A for as long as one likes and 15 A for seconds; full throttle takes 14 A',
      },
    ])
    expect(findingsOf(withMotors({ hover: 3, full: 16 }), 'PWR-15')).toMatchObject([{ severity: 'fix' }])
    expect(findingsOf(withMotors({ hover: 13, full: 14 }), 'PWR-15')[0]!.fact).toContain('hovering takes 13 A')
  })
  it('says when the current is an estimate', () => {
    const heavy = edited(
      scout,
      { type: 'battery.set', battery: { cells: 2, chemistry: 'lipo', capacity: 20_000 } },
      { type: 'craft.set', craft: { outline: 'quad', size: 180 } },
    )
    expect(findingsOf(heavy, 'PWR-15')[0]!.fact).toMatch(/\(estimated from \d+ g\)$/)
  })
})
