import { describe, expect, it } from 'vitest'
import { findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

// Full battery 16.8 V less 5 V: 11.8 V over the regulator.
const heat = (typical: number, kind: 'linear' | 'switching', kelvinPerWatt?: number) =>
  findingsOf(
    tiny({
      rails: { v5: { kind, ...(kelvinPerWatt === undefined ? {} : { kelvinPerWatt }) } },
      devices: { camera: { supply: { typical, peak: typical } } },
    }),
    'PWR-04',
  )

describe('PWR-04', () => {
  it('is silent where a regulator switches, or makes little heat', () => {
    expect(heat(0.5, 'switching')).toEqual([])
    expect(heat(0.08, 'linear')).toEqual([])
    expect(heat(0.1, 'linear', 50)).toEqual([])
  })
  it('weighs more than a watt where nothing more is known', () => {
    expect(heat(0.1, 'linear')).toMatchObject([
      { severity: 'weigh', fact: '5 V makes 1.18 W of heat at 100 mA and full battery' },
    ])
  })
  it('reckons the rise above the air, and has too much mended', () => {
    expect(heat(0.1, 'linear', 60)).toMatchObject([
      { severity: 'weigh', fact: '5 V makes 1.18 W of heat at 100 mA and full battery: would reach 96 °C in air of 25 °C' },
    ])
    expect(heat(0.2, 'linear', 60)).toMatchObject([
      { severity: 'fix', fact: expect.stringContaining('would reach 166 °C in air of 25 °C, it shuts down or burns') as string },
    ])
  })
})

it('feeds the heaviest part from elsewhere, where something else suits it', () => {
  const plan = tiny({
    rails: {
      v5: { kind: 'linear' },
      clean: { label: 'Clean 5 V', kind: 'switching', volts: 5, source: 'bat', limit: 1 },
    },
    devices: { camera: { supply: { typical: 0.3, peak: 0.3 } } },
  })
  const [found] = findingsOf(plan, 'PWR-04')
  expect(found!.fixes.map(({ label }) => label)).toEqual(['Feed Camera from Clean 5 V'])
  expect(settledBy(plan, found!)).toBe(true)
})
