import { describe, expect, it } from 'vitest'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const gnss = (power: string[], data: string[], supply: false | object = {}) =>
  tiny({
    ports: { p1: {} },
    devices: {
      gnss: {
        supply,
        needs: { fix: serial() },
        connectors: { main: { type: 'JST-GH ×3', pins: power }, data: { type: 'JST-GH ×2', pins: data } },
      },
    },
    at: { 'gnss/fix': 'port:p1' },
  })

describe('GND-05', () => {
  it('is silent when each lead with signals has its ground', () => {
    expect(factsOf(gnss(['vcc'], ['tx', 'rx', 'gnd']), 'GND-05')).toEqual([])
  })
  it('shows the way back by another lead', () => {
    expect(factsOf(gnss(['vcc', 'gnd'], ['tx', 'rx']), 'GND-05')).toEqual([
      'the lead of Gnss on JST-GH ×2 (RX, TX) has no ground; its current returns by W4 to GND (top, 2nd)',
    ])
  })
  it('says when there is none', () => {
    const plan = edited(gnss(['vcc', 'gnd'], ['tx', 'rx']), { type: 'wire.set', wire: 'gnss.gnd', set: { omitted: true } })
    expect(factsOf(plan, 'GND-05')).toEqual(['the lead of Gnss on JST-GH ×2 (RX, TX) has no ground; there is no way back'])
  })
  it('is silent about a part whose current returns through its signal', () => {
    const buzzer = tiny({
      pads: { B: [{ as: 'buzzer' }] },
      devices: {
        buzzer: {
          supply: { ground: undefined },
          needs: { beep: { kind: 'buzzer' } },
          connectors: { main: { type: 'JST-GH ×2', pins: ['vcc', 'beep'] } },
        },
      },
      at: { 'buzzer/beep': 'pad:B' },
    })
    expect(factsOf(edited(buzzer, { type: 'wire.set', wire: 'buzzer.gnd', set: { omitted: true } }), 'GND-05')).toEqual([])
  })
})
