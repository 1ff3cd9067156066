import { describe, expect, it } from 'vitest'
import { linkLoad } from './format'
import { achievableBaud, baudError, baudTolerance, characterBits, utilisation } from './index'

const message = (bytes: number, rate: number) => [{ name: 'm', direction: 'from-device' as const, bytes, rate }]

describe('characters', () => {
  it('counts the bits of a character', () => {
    expect(characterBits('8N1')).toBe(10)
    expect(characterBits('8E2')).toBe(12)
  })
  it('gives the shares worked out by hand', () => {
    expect(utilisation(message(25, 1000 / 7), 'from-device', '8E2', 100_000)).toBeCloseTo(0.4286, 4)
    expect(utilisation(message(26, 150), 'from-device', '8N1', 420_000)).toBeCloseTo(0.0929, 4)
    expect(utilisation(message(26, 500), 'from-device', '8N1', 420_000)).toBeCloseTo(0.3095, 4)
    expect(utilisation(message(32, 1000 / 7), 'from-device', '8N1', 115_200)).toBeCloseTo(0.3968, 4)
    expect(utilisation(message(26, 150), 'to-device', '8N1', 420_000)).toBe(0)
  })
  it('adds both directions on one wire', () => {
    const both = [...message(8, 2), { name: 'c', direction: 'to-device' as const, bytes: 8, rate: 4 }]
    expect(linkLoad(both, '8N1', 4800, true)).toBeCloseTo((48 * 10) / 4800, 6)
    expect(linkLoad(both, '8N1', 4800, false)).toBeCloseTo((32 * 10) / 4800, 6)
  })
})

describe('rates', () => {
  it('finds what the divider makes', () => {
    expect(achievableBaud({ clock: 42e6 }, 115_200)).toBeCloseTo(115_068.5, 1)
    expect(baudError({ clock: 42e6 }, 115_200)).toBeCloseTo(-0.00114, 5)
    expect(baudError({ clock: 42e6 }, 420_000)).toBe(0)
    expect(baudError({ clock: 84e6 }, 921_600)).toBeCloseTo(0.0016, 5)
  })
  it('knows what a receiver forgives', () => {
    expect(baudTolerance('8N1', 16)).toBeCloseTo(0.0461, 4)
    expect(baudTolerance('8E2', 16)).toBeCloseTo(0.038, 4)
    expect(baudTolerance('8N1', 8)).toBeCloseTo(0.0395, 4)
  })
})
