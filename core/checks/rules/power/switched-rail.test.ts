import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny, type Tiny } from '../../../../tests/helpers/tiny'
import { verdictsFor } from '../../../allocation'
import { resolvePlan } from '../../../plan'

const plan = (more: Tiny = {}) =>
  tiny({
    pads: { SW: [{ as: 'switch' }], OUT: [{ as: 'switch' }] },
    rails: { v12: { label: '12 V', kind: 'switching', volts: 12, source: 'bat', limit: 2, switchedBy: 'SW' } },
    devices: { camera: { supply: { min: 9, max: 15 } }, light: { needs: { on: { kind: 'switch' } } } },
    feeds: { 'camera/main': 'rail:v12' },
    ...more,
  })

describe('PWR-16', () => {
  it('is silent about a switched rail that feeds nothing', () => {
    expect(factsOf(plan({ feeds: { 'camera/main': 'rail:bat' } }), 'PWR-16')).toEqual([])
  })
  it('tells which pad switches it, and for whom', () => {
    expect(findingsOf(plan(), 'PWR-16')).toMatchObject([
      { severity: 'note', fact: '12 V is off until pad SW switches it on: hold that on in the board’s settings for Camera' },
    ])
  })
  it('never has that pad given to something else, and says so of one that was put there by hand', () => {
    const resolved = resolvePlan(plan())
    const verdicts = verdictsFor(resolved, resolved.need('light/on')!)
    expect(verdicts.find(({ place }) => place === 'pad:SW')!.candidates).toEqual([])
    expect(verdicts.find(({ place }) => place === 'pad:OUT')!.candidates).toHaveLength(1)
    expect(factsOf(plan({ at: { 'light/on': 'pad:SW' } }), 'PAD-01')).toEqual(['Light (On): pad SW switches 12 V on and off'])
  })
})
