import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type Tiny } from '../../../../tests/helpers/tiny'

const cable = (pins: string[], type = 'JST-GH ×3', pads: Tiny['pads'] = {}) =>
  findingsOf(
    tiny({
      pads,
      ports: {
        p1: {
          tx: { pin: { pad: { connector: 'j1', position: 2 } } },
          rx: { pin: { pad: { connector: 'j1', position: 3 } } },
        },
      },
      board: { connectors: { j1: { label: 'J1', type: 'JST-GH ×3', x: 0, y: 0, width: 6, height: 4 } } },
      devices: { gnss: { needs: { fix: serial() }, connectors: { main: { type, pins } } } },
      at: { 'gnss/fix': 'port:p1' },
    }),
    'MEC-03',
  )

describe('MEC-03', () => {
  it('is silent when contacts match', () => {
    expect(cable(['vcc', 'rx', 'tx'])).toEqual([])
  })
  it('says of unlike plugs that a cable has to be made up, with its table', () => {
    expect(cable(['vcc', 'rx', 'tx'], 'JST-SH ×6')).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Gnss JST-SH ×6 to J1: contacts 2 → 2 (RX), 3 → 3 (TX); JST-SH ×6 at one end, JST-GH ×3 at the other: a made-up cable is needed',
      },
    ])
  })
  it('says what a straight cable puts a supply on', () => {
    const [found] = cable(['rx', 'tx', 'vcc'], 'JST-GH ×3', {
      P: { pad: { kind: 'supply', rail: 'v5', connector: 'j1', position: 1, label: '5V' } },
    })
    expect(found).toMatchObject({ severity: 'stop', fixes: [{ label: 'Make the cable up by this table' }] })
    expect(found!.fact).toMatch(/a straight cable will not do, it puts 5V on RX$/)
  })
  it('lists the contacts that cross', () => {
    expect(cable(['vcc', 'tx', 'rx'])).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Gnss JST-GH ×3 to J1: contacts 3 → 2 (RX), 2 → 3 (TX); a straight cable will not do',
      },
    ])
  })
})
