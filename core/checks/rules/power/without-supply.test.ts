import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny, type Tiny } from '../../../../tests/helpers/tiny'

const camera = (feed: 'rail:v5' | 'rail:usb' | null, more: Tiny = {}) =>
  tiny({ ...more, devices: { camera: {}, other: {}, ...more.devices }, feeds: { 'camera/main': feed, ...more.feeds } })

describe('PWR-08', () => {
  it('is silent before anything is placed, and when all is fed', () => {
    expect(factsOf({ ...camera(null), supplies: {} }, 'PWR-08')).toEqual([])
    expect(factsOf(camera('rail:v5'), 'PWR-08')).toEqual([])
  })
  it('offers the sources that suit', () => {
    const plan = camera(null)
    const [found] = findingsOf(plan, 'PWR-08')
    expect(found!.fact).toBe('Camera has no supply: no source is chosen')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Feed it from 5 V'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('says when there is none', () => {
    const high = { devices: { camera: { supply: { min: 24, max: 30 } } } }
    // A battery of 13.2 V to 16.8 V is all there is.
    expect(findingsOf(camera(null, high), 'PWR-08')).toMatchObject([
      { severity: 'stop', fact: 'Camera has no supply: the battery gives 13.2 V to 16.8 V, and it takes 24 V to 30 V' },
    ])
    const odd = { devices: { camera: { supply: { min: 2, max: 3 } } } }
    expect(findingsOf(camera(null, odd), 'PWR-08')).toMatchObject([
      { severity: 'stop', fact: 'Camera has no supply: the battery gives 13.2 V to 16.8 V, and it takes 2 V to 3 V' },
    ])
    const both = { devices: { camera: { supply: { min: 12, max: 14 } } } }
    expect(findingsOf(camera(null, both), 'PWR-08')).toMatchObject([{ severity: 'stop' }])
    const sags = { devices: { camera: { supply: { min: 14, max: 20 } } } }
    expect(findingsOf(camera(null, sags), 'PWR-08')).toMatchObject([{ severity: 'fix' }])
  })
  it('speaks of a supply wire that is left off, and fits it', () => {
    const plan = edited(camera('rail:v5'), { type: 'wire.set', wire: 'camera.vcc', set: { omitted: true } })
    const [found] = findingsOf(plan, 'PWR-08')
    expect(found!.fact).toBe('Camera has no supply: its supply wire is left off')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('says what a lock holds it to, and lets go of it', () => {
    const plan = { ...camera(null), locks: { 'camera/main': 'rail:bat' as const } }
    const [found] = findingsOf(plan, 'PWR-08')
    expect(found!.fact).toBe(
      'Camera has no supply: it is locked to Battery, and Battery gives up to 16.8 V on a full battery; it accepts up to 5.5 V',
    )
    expect(found!.fixes.map(({ label }) => label)[0]).toBe('Remove the lock')
  })
  it('speaks of a source that is nowhere to solder to', () => {
    expect(factsOf(camera('rail:usb'), 'PWR-08')).toEqual([
      'Camera has no supply: it is to be fed from usb, which has no pad to solder to',
    ])
  })
  it('asks for one of two alternatives only', () => {
    const either = {
      supply: { alternative: 'a' },
      terminals: { usb: { label: 'USB', role: 'supply' as const } },
      supplies: { usb: { terminal: 'usb', ground: 'gnd', min: 4.5, max: 5.5, typical: 0.1, peak: 0.1, alternative: 'a' } },
    }
    expect(factsOf(camera('rail:v5', { devices: { camera: either }, feeds: { 'camera/usb': null } }), 'PWR-08')).toEqual([])
    expect(factsOf(camera(null, { devices: { camera: either }, feeds: { 'camera/usb': null } }), 'PWR-08')).toHaveLength(2)
  })
})
