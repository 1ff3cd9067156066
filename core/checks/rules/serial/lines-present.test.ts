import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny, type TinyPort } from '../../../../tests/helpers/tiny'

const on = (port: TinyPort, lines: 'both' | 'to-device' | 'from-device' = 'both') =>
  tiny({ ports: { p1: port }, devices: { gnss: { needs: { fix: serial({ lines }) } } }, at: { 'gnss/fix': 'port:p1' } })

describe('SER-07', () => {
  it('is silent when the lines are there', () => {
    expect(factsOf(on({}), 'SER-07')).toEqual([])
    expect(factsOf(on({ tx: false }, 'from-device'), 'SER-07')).toEqual([])
  })
  it('speaks of a line that the port does not have, software ports included', () => {
    expect(factsOf(on({ rx: false }), 'SER-07')).toEqual(['Gnss (Fix): Port 1 has no RX on revision 1'])
    expect(factsOf(on({ kind: 'software', tx: false }, 'to-device'), 'SER-07')).toEqual([
      'Gnss (Fix): Port 1 has no TX on revision 1',
    ])
  })
  it('speaks when a needed wire is left off, and fits it', () => {
    const plan = edited(on({}), { type: 'wire.set', wire: 'gnss.tx', set: { omitted: true } })
    const [found] = findingsOf(plan, 'SER-07')
    expect(found!.fact).toBe('W2 (TX) of Gnss (Fix) is left off, but the link needs it')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
