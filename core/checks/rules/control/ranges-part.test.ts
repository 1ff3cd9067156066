import { describe, expect, it } from 'vitest'
import { controlled, job, onHandset, told } from '../../../../tests/helpers/controls'
import { factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-02', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-02'), name).toEqual([])
  })
  it('tells of two modes that are on at once, not of two that touch', () => {
    const plan = controlled({ jobs: { hold: job('mode', 6, 1200, 1750, 'position') } })
    expect(told('CHN-02', plan)).toEqual({
      facts: ['Flight mode: Self-levelling and Flight mode: Position hold are both on from 1200 to 1250 µs of channel 6'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of a position that chooses no display layout', () => {
    const plan = controlled({ jobs: { landing: job('display', 7, 1750, 2100, 'landing') } })
    expect(told('CHN-02', plan)).toMatchObject({
      facts: ['Right shoulder middle (1501 µs) chooses no display layout: which one is seen then hangs on what was before'],
      settled: true,
    })
  })
  it('tells of a position at the edge of a range', () => {
    const plan = controlled({
      handset: { more: onHandset('switch-3', 15) },
      jobs: { beeper2: job('lights', 15, 1505, 2100) },
    })
    expect(told('CHN-02', plan)).toMatchObject({
      facts: ['Three-position switch 15 middle gives 1501 µs, 4.4 µs from where Lights on begins: it may flutter'],
      settled: true,
    })
  })
})
