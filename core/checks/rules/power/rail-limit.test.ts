import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PWR-02', () => {
  it('gives typical, peak and limit, and names who takes most', () => {
    const plan = allocated('spillway-hex')
    const [found] = findingsOf(plan, 'PWR-02')
    expect(found).toMatchObject({ severity: 'weigh' })
    expect(found!.fact).toMatch(/^5 V gives 2 A; 1\.97 A is drawn typically and 4\.85 A at peak, 3\.6 A of it by LED ring$/)
  })
  it('offers a variant that draws less, which settles it', () => {
    const plan = allocated('spillway-hex')
    const [found] = findingsOf(plan, 'PWR-02')
    expect(found!.fixes[0]!.label).toBe('LED ring: limited to a fifth')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('is a thing to mend when even the typical load is too much', () => {
    expect(findingsOf(allocated('culvert-scout'), 'PWR-02')[0]).toMatchObject({ severity: 'fix' })
  })
  it('is silent when the loads fit', () => {
    expect(findingsOf(allocated('fellside-mapper'), 'PWR-02')).toEqual([])
  })
  it('offers another source', () => {
    const plan = allocated(
      'fellside-mapper',
      { type: 'supply.choose', supply: 'aileron-l/main', source: 'rail:v5' },
      { type: 'supply.choose', supply: 'aileron-r/main', source: 'rail:v5' },
    )
    const [found] = findingsOf(plan, 'PWR-02')
    const fix = found!.fixes.findIndex(({ label }) => label.includes('Servo rail'))
    expect(fix).toBeGreaterThanOrEqual(0)
    expect(settledBy(plan, found!, fix)).toBe(true)
  })
})
