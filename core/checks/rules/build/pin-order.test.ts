import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const cable = (pins: string[]) =>
  findingsOf(
    tiny({
      ports: {
        p1: {
          tx: { pin: { pad: { connector: 'j1', position: 2 } } },
          rx: { pin: { pad: { connector: 'j1', position: 3 } } },
        },
      },
      board: { connectors: { j1: { label: 'J1', type: 'JST-GH ×3', x: 0, y: 0, width: 6, height: 4 } } },
      devices: { gnss: { needs: { fix: serial() }, connectors: { main: { type: 'JST-GH ×3', pins } } } },
      at: { 'gnss/fix': 'port:p1' },
    }),
    'MEC-03',
  )

describe('MEC-03', () => {
  it('is silent when contacts match', () => {
    expect(cable(['vcc', 'rx', 'tx'])).toEqual([])
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
