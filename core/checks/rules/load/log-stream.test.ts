import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { settle } from '../../../engine'
import { allocated } from '../../../../tests/helpers/plans'

const hex = allocated('spillway-hex')
const log = (loop: number, every: number, bytes: number) => ({ type: 'log.set', log: { loop, every, bytes } }) as const

describe('LOD-02', () => {
  it('1000 records a second of 20 bytes are 200 kbaud: at 115 200 baud 42.4 % of them are lost', () => {
    const plan = edited(hex, log(1000, 1, 20))
    const [found] = findingsOf(plan, 'LOD-02')
    expect(found).toMatchObject({ severity: 'fix' })
    expect(found?.fact).toMatch(/its records fill the line to 173.6 % at 115.200 baud: 42.4 % of them are lost$/)
    // What loses nothing comes first.
    expect(found?.fixes.map(({ label }) => label)).toEqual(['Flight logger: high-rate firmware', 'Record one of 3 loops'])
    expect(settledBy(plan, { ...found!, fixes: found!.fixes.slice(1) })).toBe(true)
    const [asItIs] = findingsOf(hex, 'LOD-02')
    const { analysis } = settle(edited(hex, asItIs!.fixes[0]!.edit))
    expect(analysis.findings.some(({ rule }) => rule === 'LOD-02')).toBe(false)
    expect(factsOf(plan, 'LOD-01').filter((fact) => fact.includes('logger'))).toEqual([])
  })
  it('is weighed above 70 % and silent below', () => {
    expect(findingsOf(edited(hex, log(1000, 2, 20)), 'LOD-02')).toMatchObject([{ severity: 'weigh' }])
    expect(findingsOf(edited(hex, log(1000, 4, 20)), 'LOD-02')).toEqual([])
  })
})
