import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('SER-01', () => {
  it('is silent when pairs cross', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(findingsOf(allocated(name), 'SER-01')).toEqual([])
  })
  it('names two outputs that meet, and crosses them again', () => {
    const plan = allocated(
      'spillway-hex',
      { type: 'wire.set', wire: 'gnss.tx', override: { pad: 'TX2', note: 'swapped' } },
      { type: 'wire.set', wire: 'gnss.rx', override: { pad: 'RX2' } },
    )
    const found = findingsOf(plan, 'SER-01')
    expect(found.map(({ fact }) => fact)).toEqual([
      expect.stringContaining('RX of GNSS and compass to RX of Port 2: two inputs meet'),
      expect.stringContaining('TX of GNSS and compass to TX of Port 2: two outputs meet'),
    ])
    expect(settledBy(plan, found[1]!)).toBe(true)
  })
  it('does not speak of one-wire links', () => {
    const plan = allocated('spillway-hex')
    expect(plan.assignment['transmitter/control']!.protocol).toBe('vtx-half')
    expect(findingsOf(plan, 'SER-01')).toEqual([])
  })
})
