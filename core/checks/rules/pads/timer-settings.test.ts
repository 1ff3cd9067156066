import { describe, expect, it } from 'vitest'
import { allocated, factsOf, moved } from '../../../../tests/helpers/plans'

describe('PAD-03', () => {
  it('is silent when each timer has one setting', () => {
    for (const name of ['spillway-hex', 'fellside-mapper'] as const) expect(factsOf(allocated(name), 'PAD-03')).toEqual([])
  })
  it('names timer, pads and both settings', () => {
    const plan = moved('spillway-hex', { 'gimbal/pitch': { place: 'pad:M7' } })
    expect(factsOf(plan, 'PAD-03')).toEqual([
      'Timer 4 drives pad LED for LED ring (LED data), LED data at 800 kHz, and pad M7 for Gimbal (Pitch pulse), PWM at 50 Hz',
    ])
  })
  it('lets servos run at a rate both bear', () => {
    expect(factsOf(moved('fellside-mapper', { 'elevator/position': { place: 'pad:S2' } }), 'PAD-03')).toEqual([])
  })
})
