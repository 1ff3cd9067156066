import { describe, expect, it } from 'vitest'
import { controlled, job, noControls, onHandset, passed, told } from '../../../../tests/helpers/controls'
import { factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-01', () => {
  it('is silent on the demo builds, and where nothing is laid out', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-01'), name).toEqual([])
    expect(factsOf({ ...allocated('spillway-hex'), controls: noControls }, 'CHN-01')).toEqual([])
  })
  it('tells of a channel beyond those of the receiver, and moves what hangs on it along', () => {
    const plan = controlled({
      handset: { far: onHandset('switch-2', 20) },
      jobs: { far: job('log', 20, 1800, 2100) },
    })
    expect(told('CHN-01', plan)).toEqual({
      facts: ['Two-position switch 20 goes over channel 20; Control receiver brings 16 to the board'],
      severities: ['fix'],
      settled: true,
    })
    expect(factsOf(plan, 'CHN-05')).toEqual([])
  })
  it('tells of two controls over one channel', () => {
    expect(told('CHN-01', controlled({ handset: { twin: onHandset('dial', 12) } }))).toEqual({
      facts: ['Dial 12 and Right wheel both go over channel 12: one of them is never heard'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of jobs and outputs that wait for such a channel', () => {
    const plan = controlled({ jobs: { far: job('log', 30, 1800, 2100) }, outputs: { 'gimbal/pitch': passed(31) } })
    expect(told('CHN-01', plan)).toMatchObject({
      facts: [
        'Flight log waits for channel 30; Control receiver brings 16',
        'Gimbal: Pitch pulse follows channel 31; Control receiver brings 16',
      ],
      settled: true,
    })
  })
})
