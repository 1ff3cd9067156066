import { describe, expect, it } from 'vitest'
import { controlled, job, passed, told } from '../../../../tests/helpers/controls'
import { factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const mapper = () => allocated('fellside-mapper')

describe('CHN-04', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-04'), name).toEqual([])
  })
  it('tells of a range that no position reaches', () => {
    const plan = controlled({ jobs: { spotlight: job('line', 9, 1200, 1400, 'spotlight/on') } })
    expect(told('CHN-04', plan)).toEqual({
      facts: [
        'Spotlight: Light on is on from 1200 to 1400 µs of channel 9; Back right gives 1000, 2000 µs and never switches it',
      ],
      severities: ['fix'],
      settled: true,
    })
  })
  it('lets a dial stand in a range between its ends', () => {
    expect(told('CHN-04', controlled({ jobs: { more: job('lights', 11, 1200, 1400) } })).facts).toEqual([])
  })
  it('tells of a pulse that stays on one side of the threshold', () => {
    const low = controlled({ outputs: { 'buzzer/beep': passed(10, { middle: 1200, high: 1500 }) } }, 'fellside-mapper')
    expect(told('CHN-04', low, mapper())).toMatchObject({
      facts: [
        'Buzzer: Trigger sounds from 1550 µs on and rests below 1520 µs; Button makes 1000, 1500 µs of it: it never sounds',
      ],
      settled: true,
    })
    const high = controlled({ outputs: { 'buzzer/beep': passed(10, { low: 1600, middle: 1700 }) } }, 'fellside-mapper')
    expect(told('CHN-04', high, mapper()).facts[0]).toMatch(/it never rests$/)
  })
})
