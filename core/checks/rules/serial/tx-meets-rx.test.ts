import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (said = {}) =>
  tiny({
    ports: { p1: { halfDuplex: true } },
    devices: { gnss: { needs: { fix: serial(said) } } },
    at: { 'gnss/fix': 'port:p1' },
  })
const onPad = (plan: ReturnType<typeof link>, terminal: string, pad: string) =>
  edited(plan, { type: 'wire.set', wire: `gnss.${terminal}`, set: { end: `pad:${pad}` as const } })

describe('SER-01', () => {
  it('is silent when the pair crosses', () => {
    expect(factsOf(link(), 'SER-01')).toEqual([])
  })
  it('speaks of two outputs that meet', () => {
    const plan = onPad(link(), 'tx', 'TX1')
    expect(factsOf(plan, 'SER-01')).toEqual(['W2 joins TX of Gnss to TX of Port 1: two outputs meet'])
  })
  it('speaks of two inputs that meet, and crosses both wires again', () => {
    const plan = onPad(onPad(link(), 'rx', 'RX1'), 'tx', 'TX1')
    const found = findingsOf(plan, 'SER-01')
    expect(found.map(({ fact }) => fact)).toContain('W1 joins RX of Gnss to RX of Port 1: two inputs meet')
    expect(found).toHaveLength(2)
    for (const finding of found) expect(settledBy(plan, finding)).toBe(true)
  })
  it('does not speak of one-wire links', () => {
    const plan = onPad(link({ protocol: 'onewire', rx: 'tx' }), 'tx', 'TX1')
    expect(factsOf(plan, 'SER-01')).toEqual([])
  })
  it('does not speak of a wire that is not fitted', () => {
    const plan = edited(link(), { type: 'wire.set', wire: 'gnss.tx', set: { end: 'pad:TX1', omitted: true } })
    expect(factsOf(plan, 'SER-01')).toEqual([])
  })
})
