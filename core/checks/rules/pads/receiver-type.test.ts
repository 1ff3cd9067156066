import { describe, expect, it } from 'vitest'
import { add, allocated, demo, factsOf } from '../../../../tests/helpers/plans'

describe('PAD-10', () => {
  it('is silent with a serial receiver', () => {
    expect(factsOf(allocated('culvert-scout'), 'PAD-10')).toEqual([])
  })
  it('counts the pads a parallel receiver takes', () => {
    const plan = { ...demo('culvert-scout', add('plover-8w', 'old')), assignment: { 'old/rc': { place: 'inputs:parallel' } } }
    expect(factsOf(plan, 'PAD-10')[0]).toBe(
      'old (Control pulses) takes 8 pads, IN1 to IN8; a receiver on one wire or a serial port would free 7',
    )
  })
})
