import { describe, expect, it } from 'vitest'
import { controlled, job, onHandset, told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-10', () => {
  it('is silent on the demo builds, of both kinds of buzzer', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-10'), name).toEqual([])
  })
  it('tells of a buzzer that no switch sounds', () => {
    const silent = controlled({ handset: { more: onHandset('switch-2', 15) } }, 'spillway-hex', {
      type: 'job.set',
      job: 'beeper',
      as: null,
    })
    expect(told('CHN-10', silent)).toEqual({
      facts: ['no switch makes Buzzer sound: a craft that is down in the grass cannot be called'],
      severities: ['weigh'],
      settled: true,
    })
    const mapper = edited(allocated('fellside-mapper'), { type: 'output.set', need: 'buzzer/beep', as: null })
    expect(factsOf(mapper, 'CHN-10')).toHaveLength(1)
  })
  it('tells of a buzzer that is only reached armed', () => {
    expect(told('CHN-10', controlled({ jobs: { beeper: job('beeper', 5, 1800, 2100) } }))).toMatchObject({
      facts: ['the buzzer sounds only where channel 5 arms the craft too: it cannot be called without starting its propellers'],
      severities: ['fix'],
    })
    expect(told('CHN-10', controlled({ jobs: { beeper: job('beeper', 5, 900, 1200) } })).facts).toEqual([])
  })
})
