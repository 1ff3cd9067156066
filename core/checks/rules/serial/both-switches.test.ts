import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (protocol: string) =>
  edited(
    tiny({ ports: { p1: {} }, devices: { gnss: { needs: { fix: serial({ protocol }) } } }, at: { 'gnss/fix': 'port:p1' } }),
    { type: 'feature.set', feature: 'Gate', on: false },
  )

describe('SER-04', () => {
  it('is silent about a function without a feature of its own', () => {
    expect(factsOf(link('talk'), 'SER-04')).toEqual([])
  })
  it('names the feature that is off, and switches it on', () => {
    const plan = link('gated')
    const [found] = findingsOf(plan, 'SER-04')
    expect(found!.fact).toBe('Port 1 is set for Gnss (Fix), but the board-wide feature “Gate” is off')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('is silent when nobody has switched it', () => {
    expect(factsOf(edited(link('gated'), { type: 'feature.set', feature: 'Gate', on: null }), 'SER-04')).toEqual([])
  })
})
