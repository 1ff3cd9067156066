import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import fc from 'fast-check'
import {
  batteryRange,
  copperMassPerMetre,
  formatAmps,
  formatBaud,
  grouped,
  plain,
  quarterWave,
  wireDiameter,
  wireResistancePerMetre,
} from './index'

describe('wire', () => {
  it('gives the table values of AWG 28', () => {
    expect(wireDiameter(28)).toBeCloseTo(0.3211, 4)
    expect(wireResistancePerMetre(28) * 1000).toBeCloseTo(212.9, 1)
    expect(wireResistancePerMetre(28, 60) * 1000).toBeCloseTo(246.4, 1)
    expect(copperMassPerMetre(28)).toBeCloseTo(0.726, 3)
  })
  it('doubles resistance three gauges on, within a per cent', () => {
    fc.assert(
      fc.property(fc.integer({ min: 10, max: 34 }), (gauge) => {
        expect(wireResistancePerMetre(gauge + 3) / wireResistancePerMetre(gauge)).toBeCloseTo(2.005, 2)
      }),
      { seed: seedOf(1) },
    )
  })
})

describe('quarterWave', () => {
  it('gives the lengths in air', () => {
    for (const [megahertz, length] of [
      [1090, 68.8],
      [915, 81.9],
      [868, 86.3],
      [433, 173.1],
    ] as const)
      expect(quarterWave(megahertz)).toBeCloseTo(length, 1)
    expect(quarterWave(433, 0.95)).toBeCloseTo(164.4, 1)
  })
})

describe('battery', () => {
  it('spans empty to full', () => {
    expect(batteryRange(4, 'lipo')).toEqual({ min: 13.2, max: 16.8 })
    expect(batteryRange(4, 'liion')).toEqual({ min: 11.2, max: 16.8 })
    expect(batteryRange(6, 'lihv')).toEqual({ min: 19.8, max: 26.1 })
  })
})

describe('quantities', () => {
  it('writes figures with units', () => {
    expect(formatAmps(0.25)).toBe('250 mA')
    expect(formatAmps(1.4)).toBe('1.4 A')
    expect([plain(-45), plain(-0.004), grouped(-1234567)]).toEqual(['−45', '0', '−1\u202f234\u202f567'])
    expect(formatBaud(115200)).toBe('115\u202f200 baud')
  })
  it('writes as many decimals as asked for at most, and no zeros that say nothing', () => {
    const figure = fc.oneof(
      fc.double({ noNaN: true, noDefaultInfinity: true, min: -1e12, max: 1e12 }),
      fc.integer(),
      fc.constant(-0),
    )
    fc.assert(
      fc.property(figure, fc.nat(4), (value, digits) => {
        const text = plain(value, digits)
        expect(text).not.toMatch(/\.\d*0$|\.$|^−0$/)
        expect((text.split('.')[1] ?? '').length).toBeLessThanOrEqual(digits)
        expect(text).not.toContain('-')
        expect(Math.abs(Number(text.replace('−', '-')) - value)).toBeLessThanOrEqual(
          0.5 * 10 ** -digits + Math.abs(value) * 1e-15,
        )
      }),
      { seed: seedOf(7), numRuns: 500 },
    )
  })
})
