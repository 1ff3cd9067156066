import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import { tiny } from '../../../../tests/helpers/tiny'

// Four lithium-polymer cells: 13.2 V to 16.8 V.
const fed = (source: 'rail:bat' | 'rail:v5', min: number, max: number) =>
  tiny({ devices: { camera: { supply: { min, max } } }, feeds: { 'camera/main': source } })

describe('PWR-01', () => {
  it('is silent within the range, battery full and empty', () => {
    expect(findingsOf(fed('rail:bat', 13.2, 16.8), 'PWR-01')).toEqual([])
    expect(findingsOf(fed('rail:v5', 5, 5), 'PWR-01')).toEqual([])
  })
  it('stops at too much voltage on a full battery, and offers a source that suits', () => {
    const plan = fed('rail:bat', 4.5, 16)
    const [found] = findingsOf(plan, 'PWR-01')
    expect(found).toMatchObject({
      severity: 'stop',
      fact: 'Camera: Battery gives up to 16.8 V on a full battery; it accepts up to 16 V',
    })
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Feed it from 5 V'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('sets a jumper to volts that all bear which it feeds', () => {
    const plan = allocated('fellside-mapper', { type: 'setting.set', device: 'servo-bec', setting: 'volts', value: 7.4 })
    const found = findingsOf(plan, 'PWR-01').find(({ fact }) => fact.includes('Servo BEC'))!
    expect(found.severity).toBe('stop')
    expect(found.fixes.slice(0, 2).map(({ label }) => label)).toEqual(['Set Servo BEC to 5 V', 'Set Servo BEC to 6 V'])
    for (const fix of found.fixes.slice(0, 2))
      expect(findingsOf(edited(plan, fix.edit), 'PWR-01').filter(({ fact }) => fact.includes('Servo BEC'))).toEqual([])
  })
  it('has too little voltage mended', () => {
    expect(findingsOf(fed('rail:v5', 9, 20), 'PWR-01')).toMatchObject([
      {
        severity: 'fix',
        fact: 'Camera: 5 V gives 5 V; it needs 9 V',
        fixes: [{ label: 'Feed it from Battery' }, { label: 'Feed it from Battery plug' }],
      },
    ])
    expect(findingsOf(fed('rail:bat', 14, 20), 'PWR-01')[0]!.fact).toContain(
      'goes down to 13.2 V on an empty battery; it needs 14 V',
    )
  })
})
