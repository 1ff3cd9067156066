import { describe, expect, it } from 'vitest'
import { edited, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type TinyDevice, type TinyPin } from '../../../../tests/helpers/tiny'

const wired = (pin: TinyPin, tx: TinyDevice['terminals']) =>
  tiny({
    ports: { p1: { rx: { pin }, tx: { pin } } },
    devices: { overlay: { needs: { text: serial() }, terminals: tx } },
    at: { 'overlay/text': 'port:p1' },
  })

describe('LVL-01', () => {
  it('is silent when each input bears what drives it', () => {
    expect(findingsOf(wired({ maxIn: 5 }, { tx: { high: 5 }, rx: { maxIn: 3.3 } }), 'LVL-01')).toEqual([])
  })
  it('stops at an output of the device above what the pad bears', () => {
    expect(findingsOf(wired({ maxIn: 3.6 }, { tx: { high: 5 } }), 'LVL-01')).toMatchObject([
      { severity: 'stop', fact: 'TX of Overlay drives 5 V into pad RX1, which accepts up to 3.6 V' },
    ])
  })
  it('stops at a pad that drives more than the device bears', () => {
    expect(findingsOf(wired({ level: 3.3 }, { rx: { maxIn: 2.5 } }), 'LVL-01')).toMatchObject([
      { severity: 'stop', fact: 'pad TX1 drives 3.3 V into RX of Overlay, which accepts up to 2.5 V' },
    ])
  })
  it('follows a wire to the pad it is soldered to, and forgets one that is not fitted', () => {
    const plan = tiny({
      ports: { p1: {} },
      pads: { LOW: { functions: [{ as: 'switch' }], maxIn: 3.3 } },
      devices: { overlay: { needs: { text: serial() }, terminals: { tx: { high: 5 } } } },
      at: { 'overlay/text': 'port:p1' },
    })
    expect(findingsOf(plan, 'LVL-01')).toEqual([])
    const moved = edited(plan, { type: 'wire.set', wire: 'overlay.tx', set: { end: 'pad:LOW' } })
    expect(findingsOf(moved, 'LVL-01')).toHaveLength(1)
    expect(findingsOf(edited(moved, { type: 'wire.set', wire: 'overlay.tx', set: { omitted: true } }), 'LVL-01')).toEqual([])
  })
})
