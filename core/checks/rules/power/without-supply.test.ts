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
    expect(factsOf(camera(null, high), 'PWR-08')).toEqual(['Camera has no supply: no source gives 24 V to 30 V'])
  })
  it('speaks of a supply wire that is left off, and fits it', () => {
    const plan = edited(camera('rail:v5'), { type: 'wire.set', wire: 'camera.vcc', set: { omitted: true } })
    const [found] = findingsOf(plan, 'PWR-08')
    expect(found!.fact).toBe('Camera has no supply: its supply wire is left off')
    expect(settledBy(plan, found!)).toBe(true)
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
