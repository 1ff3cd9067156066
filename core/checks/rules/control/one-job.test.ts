import { describe, expect, it } from 'vitest'
import { controlled, job, passed, told } from '../../../../tests/helpers/controls'
import { factsOf } from '../../../../tests/helpers/findings'
import { add, allocated } from '../../../../tests/helpers/plans'

describe('CHN-08', () => {
  it('stops at a release on the switch that arms', () => {
    const plan = controlled({}, 'spillway-hex', add('drogue-1'))
    const { channel } = plan.controls.jobs.arm!
    const fires = { ...plan, controls: { ...plan.controls, outputs: { 'drogue-1/fire': passed(channel) } } }
    expect(told('CHN-08', fires)).toMatchObject({
      facts: ['Safety switches Armed, and drogue-1: Release pulse releases with it'],
      severities: ['stop'],
    })
  })
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-08'), name).toEqual([])
  })
  it('tells of a position that does two things', () => {
    const plan = controlled({ jobs: { more: job('beeper', 9, 1800, 2100) } })
    expect(told('CHN-08', plan)).toEqual({
      facts: ['Back right front does 2 things at once: Spotlight: Light on, Buzzer'],
      severities: ['weigh'],
      settled: true,
    })
    expect(told('CHN-08', controlled({ jobs: { more: job('beeper', 9, 900, 1200) } })).facts).toEqual([])
  })
  it('tells of a channel that moves a part and switches another', () => {
    expect(told('CHN-08', controlled({ outputs: { 'gimbal/pitch': passed(9) } }))).toMatchObject({
      facts: ['Back right moves Gimbal: Pitch pulse and switches Spotlight: Light on with it'],
      settled: true,
    })
  })
})
