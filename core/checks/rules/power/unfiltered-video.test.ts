import { describe, expect, it } from 'vitest'
import { findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const camera = (filtered: boolean, feed: 'rail:v5' | 'rail:clean', analogue = true) =>
  tiny({
    rails: { clean: { label: 'Clean 5 V', kind: 'switching', volts: 5, source: 'bat', limit: 1, filtered: true } },
    devices: { camera: { supply: { filtered }, ...(analogue && { needs: { vid: { kind: 'video', direction: 'out' } } }) } },
    feeds: { 'camera/main': feed },
  })

describe('PWR-10', () => {
  it('is silent on the filtered rail, and about parts that do not care', () => {
    expect(findingsOf(camera(true, 'rail:clean'), 'PWR-10')).toEqual([])
    expect(findingsOf(camera(false, 'rail:v5'), 'PWR-10')).toEqual([])
  })
  it('is silent about a digital picture', () => {
    expect(findingsOf(camera(true, 'rail:v5', false), 'PWR-10')).toEqual([])
  })
  it('weighs one that is not, and offers the filtered one', () => {
    const plan = camera(true, 'rail:v5')
    const [found] = findingsOf(plan, 'PWR-10')
    expect(found).toMatchObject({ severity: 'weigh', fact: 'Camera: 5 V is not filtered: stripes may show in the picture' })
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Feed Camera from Clean 5 V'])
    expect(settledBy(plan, found!)).toBe(true)
  })
})
