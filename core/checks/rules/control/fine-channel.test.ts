import { describe, expect, it } from 'vitest'
import { controlled, job, onHandset, passed, told } from '../../../../tests/helpers/controls'
import { factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-03', () => {
  it('is silent on the demo builds, which arm by the channel that carries on and off', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-03'), name).toEqual([])
  })
  it('tells of what would move on such a channel, and moves it to another', () => {
    const plan = controlled({
      handset: { arm: onHandset('switch-2', 15), wheel: onHandset('dial', 5) },
      jobs: { arm: job('arm', 15, 1800, 2100) },
      outputs: { 'gimbal/pitch': passed(5) },
    })
    expect(told('CHN-03', plan)).toEqual({
      facts: ['Channel 5 of Control receiver carries on and off alone: what Dial 5 moves jumps from end to end'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of a middle position that never comes', () => {
    const plan = controlled({
      handset: { arm: onHandset('switch-3', 5) },
      jobs: { arm: job('log', 5, 1300, 1700) },
    })
    expect(told('CHN-03', plan)).toMatchObject({
      facts: [
        'Channel 5 of Control receiver carries on and off alone: the middle of Three-position switch 5 never comes, and with it Flight log',
      ],
      settled: true,
    })
  })
  it('names all that hangs on the middle', () => {
    const plan = controlled({
      handset: { arm: onHandset('switch-3', 5) },
      jobs: { arm: job('log', 5, 1300, 1700), horn: job('beeper', 5, 1400, 1600), end: job('lights', 5, 1800, 2100) },
    })
    expect(factsOf(plan, 'CHN-03')).toEqual([expect.stringMatching(/and with it Flight log, Buzzer$/)])
  })
})
