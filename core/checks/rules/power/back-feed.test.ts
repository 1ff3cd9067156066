import { describe, expect, it } from 'vitest'
import { allocated, change, factsOf } from '../../../../tests/helpers/plans'

describe('PWR-07', () => {
  it('is silent when each net has one source', () => {
    expect(factsOf(allocated('spillway-hex'), 'PWR-07')).toEqual([])
  })
  it('tells of alternatives that are both fed', () => {
    const plan = change(allocated('spillway-hex'), 'merlow-n3c', (gnss) => {
      gnss.supplies.main!.alternative = 'a'
      gnss.supplies.second = { ...gnss.supplies.main!, max: 12 }
    })
    const both = { ...plan, supplies: { ...plan.supplies, 'gnss/second': 'rail:v10' } }
    expect(factsOf(both, 'PWR-07')[0]).toMatch(
      /GNSS and compass is fed twice on one net: 4\.9\d? V from 5 V and (9\.9\d?|10) V from 10 V/,
    )
  })
  it('tells of an output joined to its own feed', () => {
    const plan = change(
      allocated('fellside-mapper'),
      'rill-65',
      (bec) => void (Object.values(bec.outputs)[0]!.terminal = Object.values(bec.supplies)[0]!.terminal),
    )
    expect(factsOf(plan, 'PWR-07')[0]).toContain('Servo BEC gives')
  })
})
