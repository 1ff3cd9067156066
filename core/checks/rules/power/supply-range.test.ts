import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PWR-01', () => {
  it('is silent on the demo builds', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PWR-01')).toEqual([])
  })
  it('stops at too much voltage on a full battery', () => {
    const plan = allocated('spillway-hex', { type: 'supply.choose', supply: 'gnss/main', source: 'rail:bat' })
    const [found] = findingsOf(plan, 'PWR-01')
    expect(found).toMatchObject({ severity: 'stop' })
    expect(found!.fact).toContain('gives up to 25.2 V on a full battery; it bears 5.5 V')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('asks to mend too little voltage', () => {
    const plan = allocated('spillway-hex', { type: 'supply.choose', supply: 'spotlight/main', source: 'rail:v5' })
    const [found] = findingsOf(plan, 'PWR-01')
    expect(found).toMatchObject({ severity: 'fix' })
    expect(found!.fact).toContain('goes down to 5 V on an empty battery; it needs 9 V')
  })
})
