import { describe, expect, it } from 'vitest'
import { allocated, demo, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('FIT-01', () => {
  it('is silent before allocation and when all fits', () => {
    expect(findingsOf(demo('culvert-scout'), 'FIT-01')).toEqual([])
    expect(findingsOf(allocated('spillway-hex'), 'FIT-01')).toEqual([])
  })
  it('says who has the places that would do', () => {
    const plan = allocated('culvert-scout')
    const [found] = findingsOf(plan, 'FIT-01')
    expect(found).toMatchObject({ severity: 'weigh', subjects: ['need:logger/log', 'device:logger'] })
    expect(found!.fact).toBe(
      'Flight logger (Log stream) has no place: Port 1 is taken by Text overlay (Text values); Port 2 is taken by Control receiver (Control link)',
    )
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('says why no place would do', () => {
    const start = allocated('culvert-scout')
    const { 'receiver/rc': _, ...assignment } = start.assignment
    const plan = allocated(
      'culvert-scout',
      { type: 'assignment.adopt', assignment, supplies: start.supplies },
      { type: 'need.lock', need: 'receiver/rc', place: 'port:uart1' },
    )
    expect(findingsOf(plan, 'FIT-01')[0]).toMatchObject({ severity: 'fix' })
    expect(findingsOf(plan, 'FIT-01')[0]!.fact).toContain('RX of Port 1 has no inverter; the signal is inverted')
  })
})
