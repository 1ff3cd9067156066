import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

const long = (gauge: number) =>
  ['vcc', 'gnd'].map((terminal) => ({ type: 'wire.set' as const, wire: `ring.${terminal}`, override: { gauge, length: 600 } }))

describe('PWR-05', () => {
  it('is silent on short wires', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PWR-05')).toEqual([])
  })
  it('lets a part live on a rail of its own nominal voltage', () => {
    expect(findingsOf(allocated('culvert-scout'), 'PWR-05')).toEqual([])
  })
  it('counts the way there and back, and offers thicker wire', () => {
    const plan = allocated('spillway-hex', ...long(26))
    const [found] = findingsOf(plan, 'PWR-05')
    expect(found!.fact).toContain('LED ring gets 4.42 V at 3.6 A peak: its wires lose 0.578 V there and back')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
