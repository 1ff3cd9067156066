import { describe, expect, it } from 'vitest'
import { controlled, job, noControls, onHandset, passed, told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-05', () => {
  it('is silent on the demo builds, and before anything is laid out or has a place', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      expect(factsOf(allocated(name), 'CHN-05'), name).toEqual([])
      expect(factsOf({ ...allocated(name), controls: noControls }, 'CHN-05'), name).toEqual([])
    }
    const bare = edited(allocated('spillway-hex'), { type: 'output.set', need: 'gimbal/pitch', as: null })
    expect(factsOf({ ...bare, assignment: {} }, 'CHN-05')).toEqual([])
  })
  it('tells of an output that nothing drives', () => {
    const bare = controlled({ handset: { more: onHandset('dial', 15) } }, 'spillway-hex', {
      type: 'output.set',
      need: 'gimbal/pitch',
      as: null,
    })
    expect(told('CHN-05', bare)).toEqual({
      facts: ['Gimbal: Pitch pulse has an output, but nothing drives it'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of channels that nothing sends', () => {
    const plan = controlled({
      handset: { more: onHandset('dial', 16) },
      jobs: { more: job('log', 15, 1800, 2100) },
      outputs: { 'gimbal/pitch': passed(15) },
    })
    expect(told('CHN-05', plan)).toMatchObject({
      facts: [
        'Gimbal: Pitch pulse follows channel 15, which nothing on the handset sends',
        'Flight log waits for channel 15, which nothing on the handset sends',
      ],
      settled: true,
    })
  })
  it('tells of a layout, a mode or a line that is not there', () => {
    const plan = controlled({
      jobs: { a: job('display', 7, 900, 1250, 'gone'), b: job('mode', 6, 900, 950), c: job('line', 9, 1800, 2100, 'gnss/fix') },
    })
    expect(told('CHN-05', plan)).toMatchObject({
      facts: [
        'Display layout: none chosen: what channel 7 is to switch is not there',
        'Flight mode: none chosen: what channel 6 is to switch is not there',
        'GNSS and compass: Position: what channel 9 is to switch is not there',
      ],
      settled: true,
    })
  })
})
