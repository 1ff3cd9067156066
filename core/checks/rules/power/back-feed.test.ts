import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const bec = (terminal: string) => ({
  supply: { min: 10, max: 60 },
  terminals: { out: { label: 'OUT', role: 'supply' as const } },
  outputs: { v5: { label: '5 V out', terminal, ground: 'gnd', volts: 5, limit: 3, kind: 'switching' } },
})

describe('PWR-07', () => {
  const second = (terminal: string) => ({ terminal, ground: 'gnd', min: 4.5, max: 12, typical: 0.1, peak: 0.1, alternative: 'a' })
  const gnss = {
    supply: { alternative: 'a' },
    terminals: { usb: { label: 'USB', role: 'supply' as const } },
    supplies: { usb: second('usb') },
  }
  const rails = { v10: { label: '10 V', kind: 'switching' as const, volts: 10, source: 'bat', limit: 2 } }

  it('is silent when one of two alternatives is fed, and about a source of its own terminal', () => {
    expect(findingsOf(tiny({ rails, devices: { gnss }, feeds: { 'gnss/usb': null } }), 'PWR-07')).toEqual([])
    expect(findingsOf(tiny({ devices: { bec: bec('out') }, feeds: { 'bec/main': 'rail:bat' } }), 'PWR-07')).toEqual([])
  })
  it('stops at alternatives that are both fed from unlike sources', () => {
    expect(findingsOf(tiny({ rails, devices: { gnss }, feeds: { 'gnss/usb': 'rail:v10' } }), 'PWR-07')).toMatchObject([
      {
        severity: 'stop',
        fact: expect.stringMatching(
          /^Gnss is fed twice on one net: (5|4\.9\d*) V from 5 V and (10|9\.9\d*) V from 10 V$/,
        ) as string,
      },
    ])
  })
  it('stops at an output joined to its own feed', () => {
    expect(findingsOf(tiny({ devices: { bec: bec('vcc') }, feeds: { 'bec/main': 'rail:bat' } }), 'PWR-07')).toMatchObject([
      { severity: 'stop', fact: 'Bec 5 V out and Battery plug are joined' },
    ])
  })
  it('stops at a device that feeds itself by hand, and offers another source', () => {
    expect(findingsOf(tiny({ devices: { bec: bec('out') }, feeds: { 'bec/main': 'output:bec/v5' } }), 'PWR-07')).toMatchObject([
      {
        severity: 'stop',
        fact: 'Bec: a device cannot feed itself',
        fixes: [{ label: 'Feed it from Battery' }, { label: 'Feed it from Battery plug' }],
      },
    ])
  })
})
