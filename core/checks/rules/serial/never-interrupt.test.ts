import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type TinyPort } from '../../../../tests/helpers/tiny'
import type { Placement } from '../../../plan'

const strict = serial({ interruptible: false, lines: 'from-device' })
const receiver = (port: TinyPort, at: Placement = { place: 'port:p1' }) =>
  tiny({ ports: { p1: port }, devices: { receiver: { needs: { rc: strict } } }, at: { 'receiver/rc': at } })

describe('SER-12', () => {
  it('is silent when the receiver has a port of its own', () => {
    expect(factsOf(receiver({}), 'SER-12')).toEqual([])
  })
  it('speaks when USB can take the port away', () => {
    const [found] = findingsOf(receiver({ usbShared: true }), 'SER-12')
    expect(found!.fact).toMatch(/^Receiver \(Rc\): must never be interrupted, and Port 1 is wired to the USB bridge/)
    expect(found!.fixes[0]!.edit).toEqual({ type: 'need.ban', need: 'receiver/rc', place: 'port:p1' })
  })
  it('speaks when arming can', () => {
    const plan = receiver({ stateShared: true }, { place: 'port:p1', during: 'armed' })
    expect(factsOf(plan, 'SER-12')).toEqual([
      'Receiver (Rc): must never be interrupted, and Port 1 changes its function on arming',
    ])
  })
  it('speaks when another link is on the port too', () => {
    const plan = tiny({
      ports: { p1: { splitUse: true } },
      devices: { receiver: { needs: { rc: strict } }, logger: { needs: { log: serial({ lines: 'to-device' }) } } },
      at: { 'receiver/rc': 'port:p1', 'logger/log': 'port:p1' },
    })
    expect(factsOf(plan, 'SER-12')).toEqual(['Receiver (Rc) must never be interrupted and shares Port 1 with Logger (Log)'])
  })
})
