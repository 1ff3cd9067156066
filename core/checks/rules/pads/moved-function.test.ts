import { describe, expect, it } from 'vitest'
import { allocated, factsOf, moved } from '../../../../tests/helpers/plans'

describe('PAD-05', () => {
  it('is silent when features keep their pads', () => {
    expect(factsOf(allocated('spillway-hex'), 'PAD-05')).toEqual([])
  })
  it('says what was freed and what now lacks a pad', () => {
    const plan = moved('spillway-hex', { 'spotlight/on': { place: 'pad:LED' } }, { type: 'device.remove', device: 'ring' })
    expect(factsOf(plan, 'PAD-05')[0]).toContain(
      'lights freed on pad LED, claimed by Spotlight (Light on); nothing else needs it',
    )
    const lacking = moved('spillway-hex', { 'spotlight/on': { place: 'pad:LED' }, 'ring/data': { place: 'pad:NONE' } })
    expect(factsOf(lacking, 'PAD-05')[0]).toContain('LED ring (LED data) now lacks a pad')
  })
})
