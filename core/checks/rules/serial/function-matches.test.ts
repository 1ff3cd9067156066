import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('SER-03', () => {
  it('is silent when each port does what its device speaks', () => {
    expect(findingsOf(allocated('fellside-mapper'), 'SER-03')).toEqual([])
  })
  it('speaks when a port is set to another function', () => {
    const port = allocated('spillway-hex').assignment['gnss/fix']!.place.slice(5)
    const plan = allocated('spillway-hex', { type: 'port.set', port, settings: { protocol: 'msp' } })
    const [found] = findingsOf(plan, 'SER-03')
    expect(found!.fact).toContain('is set to MSP; GNSS and compass (Position) speaks GNSS binary')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('speaks when a wire is on the pad of another port', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'gnss.tx', override: { pad: 'RX5', gauge: 26 } })
    const [found] = findingsOf(plan, 'SER-03')
    expect(found!.fact).toContain('is on pad RX5; its function is on Port 2')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
