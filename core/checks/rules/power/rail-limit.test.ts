import { describe, expect, it } from 'vitest'
import { findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny, type Tiny } from '../../../../tests/helpers/tiny'

const load = (typical: number, peak: number, more: Tiny = {}) =>
  tiny({
    ...more,
    devices: { ring: { supply: { typical, peak } }, gnss: { supply: { typical: 0.2, peak: 0.5 } }, ...more.devices },
  })

describe('PWR-02', () => {
  it('is silent when the loads fit', () => {
    expect(findingsOf(load(1, 1.5), 'PWR-02')).toEqual([])
  })
  it('weighs a peak above the limit, and names who takes most', () => {
    expect(findingsOf(load(1, 1.6), 'PWR-02')).toMatchObject([
      {
        severity: 'weigh',
        subjects: ['rail:v5', 'device:ring', 'device:gnss'],
        fact: '5 V gives 2 A; 1.2 A is drawn typically and 2.1 A at peak, if all peak at once, 1.6 A of it by Ring; it feeds Ring, Gnss',
      },
    ])
  })
  it('has it mended when even the typical load is too much', () => {
    expect(findingsOf(load(1.9, 1.9), 'PWR-02')).toMatchObject([{ severity: 'fix' }])
  })
  it('counts what rails made from it take', () => {
    const rails = { v3: { label: '3.3 V', kind: 'linear' as const, volts: 3.3, source: 'v5', limit: 1, own: 0.6 } }
    expect(findingsOf(load(1, 1.5, { rails }), 'PWR-02')[0]!.fact).toContain('2.6 A at peak')
  })
  it('offers a variant that draws less, which settles it', () => {
    const variants = {
      full: { name: 'full', differences: {} },
      dim: { name: 'dimmed', differences: { supplies: { main: { peak: 0.4 } } } },
    }
    const plan = load(0, 0, { devices: { ring: { supply: { typical: 0.3, peak: 3 }, variants } } })
    const [found] = findingsOf(plan, 'PWR-02')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Ring: dimmed'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('offers another source that suits, which settles it', () => {
    const rails = { spare: { label: 'Spare 5 V', kind: 'switching' as const, volts: 5, source: 'bat', dropout: 1, limit: 3 } }
    const plan = load(1, 1.6, { rails })
    const [found] = findingsOf(plan, 'PWR-02')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Feed Ring from Spare 5 V'])
    expect(settledBy(plan, found!)).toBe(true)
  })
})
