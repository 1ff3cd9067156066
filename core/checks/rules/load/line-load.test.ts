import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

/** Messages of 96 bytes from the device at 9600 baud 8N1: each a tenth of a second. */
const link = (rate: number) =>
  tiny({
    ports: { p1: {} },
    devices: {
      gnss: {
        needs: { fix: serial({ bauds: [9600], messages: [{ name: 'position', direction: 'from-device', bytes: 96, rate }] }) },
      },
    },
    at: { 'gnss/fix': 'port:p1' },
  })

describe('LOD-01', () => {
  it('is silent up to 70 % of the line', () => {
    expect(factsOf(link(7), 'LOD-01')).toEqual([])
  })
  it('weighs what leaves little head room', () => {
    expect(findingsOf(link(8), 'LOD-01')).toMatchObject([
      { severity: 'weigh', fact: 'Gnss (Fix): its messages fill the line to 80 % at 9\u202f600 baud' },
    ])
  })
  it('has mended what does not fit, also at a rate set by hand', () => {
    expect(findingsOf(link(11), 'LOD-01')).toMatchObject([{ severity: 'fix' }])
    const slow = edited(link(5), { type: 'link.set', need: 'gnss/fix', end: 'board', set: { baud: 2400 } })
    expect(factsOf(slow, 'LOD-01')).toEqual(['Gnss (Fix): its messages fill the line to 200 % at 2\u202f400 baud'])
  })
})
