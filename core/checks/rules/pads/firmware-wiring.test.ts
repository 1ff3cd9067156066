import { describe, expect, it } from 'vitest'
import { allocated, factsOf, moved } from '../../../../tests/helpers/plans'

describe('PAD-11', () => {
  it('is silent when versions agree', () => {
    expect(factsOf(allocated('spillway-hex'), 'PAD-11')).toEqual([])
  })
  it('names the version under which the pad works otherwise', () => {
    const plan = moved('spillway-hex', { 'esc/current': { place: 'pad:AIR' } })
    expect(factsOf(plan, 'PAD-11')).toEqual([
      'ESC four-in-one (Current) on pad AIR works otherwise under board firmware 4.2; this plan is for 4.3',
    ])
  })
})
