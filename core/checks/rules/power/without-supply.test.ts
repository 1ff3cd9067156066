import { describe, expect, it } from 'vitest'
import { allocated, demo, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PWR-08', () => {
  it('is silent before allocation and when all is fed', () => {
    expect(findingsOf(demo('spillway-hex'), 'PWR-08')).toEqual([])
    expect(findingsOf(allocated('spillway-hex'), 'PWR-08')).toEqual([])
  })
  it('speaks of a supply wire left off', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'camera.vcc', override: { omitted: true } })
    expect(findingsOf(plan, 'PWR-08')[0]!.fact).toBe('Camera has no supply: its supply wire is left off')
  })
  it('offers the sources that suit', () => {
    const start = allocated('spillway-hex')
    const { 'camera/main': _, ...supplies } = start.supplies
    const plan = allocated('spillway-hex', { type: 'assignment.adopt', assignment: start.assignment, supplies })
    const [found] = findingsOf(plan, 'PWR-08')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Feed it from Battery', 'Feed it from 5 V', 'Feed it from 10 V'])
    expect(settledBy(plan, found!, 1)).toBe(true)
  })
})
