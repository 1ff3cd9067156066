import { describe, expect, it } from 'vitest'
import { controlled, job, noControls, told } from '../../../../tests/helpers/controls'
import { factsOf, edited } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-09', () => {
  it('is silent on the demo builds, and before there is a handset', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-09'), name).toEqual([])
    expect(factsOf({ ...allocated('spillway-hex'), controls: noControls }, 'CHN-09')).toEqual([])
  })
  it('tells that nothing arms the craft', () => {
    const plan = edited(allocated('spillway-hex'), { type: 'job.set', job: 'arm', as: null })
    expect(told('CHN-09', plan)).toEqual({
      facts: ['nothing arms the craft: it cannot fly'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of a mode switch that arms', () => {
    expect(told('CHN-09', controlled({ jobs: { arm: job('arm', 6, 1750, 2100) } }))).toEqual({
      facts: ['channel 6 arms the craft and chooses how it flies: changing the mode can arm it, or stop it in the air'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('stops a craft that is always armed', () => {
    expect(told('CHN-09', controlled({ jobs: { arm: job('arm', 5, 900, 2100) } }))).toMatchObject({
      facts: ['every position of Safety arms the craft: it is armed as soon as it has power'],
      severities: ['stop'],
      settled: true,
    })
    // Two ranges, of which one takes up where the other ends.
    const both = controlled({ jobs: { arm: job('arm', 5, 1800, 2100), also: job('arm', 5, 900, 1200) } })
    expect(told('CHN-09', both).severities).toEqual(['stop'])
  })
  it('tells of a dial that arms', () => {
    expect(told('CHN-09', controlled({ jobs: { arm: job('arm', 12, 1800, 2100) } }))).toMatchObject({
      facts: ['Right wheel arms the craft, and is moved without a click to feel'],
      settled: true,
    })
  })
})
