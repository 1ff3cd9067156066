import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const plan = tiny({ devices: { receiver: {}, camera: {} } })
const moved = (wire: string, end: `pad:${string}` | `terminal:${string}`) =>
  edited(plan, { type: 'wire.set', wire, set: { end } })

describe('PWR-13', () => {
  it('is silent when ground goes to ground', () => {
    expect(findingsOf(plan, 'PWR-13')).toEqual([])
    expect(findingsOf(moved('receiver.gnd', 'terminal:camera/gnd'), 'PWR-13')).toEqual([])
  })
  it('stops at a ground soldered to a supply pad, and puts it back', () => {
    const shorted = moved('receiver.gnd', 'pad:P-v5')
    const [found] = findingsOf(shorted, 'PWR-13')
    expect(found).toMatchObject({
      severity: 'stop',
      fact: 'W2 joins GND of Receiver with pad P-v5, on which 5 V gives 5 V: what is meant for ground stands at that',
    })
    expect(settledBy(shorted, found!)).toBe(true)
    const [alone] = findingsOf(moved('receiver.vcc', 'pad:G1'), 'PWR-13')
    expect(alone).toMatchObject({ severity: 'fix', fact: 'W1 joins pad GND (top, 1st) with VCC of Receiver' })
    expect(settledBy(moved('receiver.vcc', 'pad:G1'), alone!)).toBe(true)
  })
  it('stops when a source is shorted to the ground of the craft', () => {
    expect(findingsOf(edited(plan, { type: 'wire.set', wire: 'board.bat', set: { end: 'pad:G2' } }), 'PWR-13')).toMatchObject([
      { severity: 'stop', fact: 'W5 joins pad GND (top, 2nd) with + of Battery: Battery plug is shorted to ground' },
    ])
  })
})
