import { describe, expect, it } from 'vitest'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const on = (lines: 'both' | 'to-device') =>
  tiny({
    ports: { p1: { rx: { pin: { pad: false } } } },
    board: {
      revisions: {
        '0': { name: 'rev 0', differences: { ports: { p1: null }, pads: { TX1: null }, pins: { TX1: null, RX1: null } } },
        '1': { name: 'rev 1' },
      },
    },
    devices: { gnss: { needs: { fix: serial({ lines }) } } },
    at: { 'gnss/fix': 'port:p1' },
  })

describe('SER-15', () => {
  it('is silent when the lines that are needed have pads', () => {
    expect(factsOf(on('to-device'), 'SER-15')).toEqual([])
  })
  it('speaks of one line without a pad', () => {
    expect(factsOf(on('both'), 'SER-15')).toEqual(['Gnss (Fix): RX of Port 1 is not brought out to a pad on revision 1'])
  })
  it('speaks when the revision drops the port', () => {
    const plan = edited(on('to-device'), { type: 'board.revision', revision: '0' })
    expect(factsOf(plan, 'SER-15')).toEqual(['Gnss (Fix): Port 1 is not there on Board rev 0'])
  })
})
