import { describe, expect, it } from 'vitest'
import { edited, findingsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyDevice } from '../../../../tests/helpers/tiny'
import type { Rail } from '../../../catalogue'

// Four lithium-polymer cells: 13.2 V to 16.8 V.
const fed = (rail: Partial<Rail>, min = 11.5) =>
  edited(tiny({ rails: { v5: { ...rail } }, devices: { camera: { supply: { min, max: 60 } } } }), {
    type: 'battery.set',
    battery: { cells: 4, chemistry: 'lipo', capacity: 1000 },
  })

describe('PWR-03', () => {
  it('is silent with a battery that suits, and about a rail that feeds nothing', () => {
    expect(findingsOf(fed({ volts: 12, dropout: 1.2 }), 'PWR-03')).toEqual([])
    expect(findingsOf({ ...fed({ volts: 12, dropout: 2 }), supplies: {} }, 'PWR-03')).toEqual([])
  })
  it('is silent when what is left is enough for all that hangs on it', () => {
    expect(findingsOf(fed({ volts: 12, dropout: 2 }, 11), 'PWR-03')).toEqual([])
  })
  it('says how much is missing at empty battery', () => {
    expect(findingsOf(fed({ volts: 12, dropout: 2 }), 'PWR-03')).toMatchObject([
      {
        severity: 'fix',
        subjects: ['rail:v5', 'supply:camera/main', 'device:camera'],
        fact: expect.stringMatching(
          /^5 V sags to 11\.(19|2) V at empty battery, for want of 0\.8\d* V at its input, with 100 mA drawn at peak by Camera; Camera needs 11\.5 V$/,
        ) as string,
      },
    ])
  })
  it('stops at a battery above what the input bears', () => {
    expect(findingsOf(fed({ input: { min: 7, max: 16 } }), 'PWR-03')).toMatchObject([
      { severity: 'stop', fact: '5 V accepts up to 16 V at its input; the full battery gives 16.8 V' },
    ])
  })
  it('looks at the outputs of devices too', () => {
    const bec: TinyDevice = {
      supply: { min: 10, max: 60 },
      terminals: { out: { label: 'OUT', role: 'supply' } },
      outputs: { v12: { label: '12 V', terminal: 'out', ground: 'gnd', volts: 12, limit: 3, kind: 'switching', dropout: 2 } },
    }
    const plan = tiny({
      devices: { bec, light: { supply: { min: 11.5, max: 15 } } },
      feeds: { 'bec/main': 'rail:bat', 'light/main': 'output:bec/v12' },
    })
    expect(findingsOf(plan, 'PWR-03')[0]!.fact).toMatch(/^Bec 12 V sags to 11\.\d* V at empty battery/)
  })
})
