import { describe, expect, it } from 'vitest'
import { allocated, factsOf, moved } from '../../../../tests/helpers/plans'

describe('PAD-02', () => {
  it('is silent when nothing excludes', () => {
    expect(factsOf(allocated('culvert-scout'), 'PAD-02')).toEqual([])
  })
  it('gives the reason of the board', () => {
    const plan = moved('culvert-scout', { 'lights/data': { place: 'pad:IN5' } })
    expect(factsOf(plan, 'PAD-02')[0]).toMatch(
      /LEDs exclude each other on this board. The LED output on pad IN5 takes the timer that clocks the software ports/,
    )
  })
})
