import { describe, expect, it } from 'vitest'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (protocol: string, inverter: string) =>
  tiny({
    ports: { p1: { rx: { inverter } } },
    devices: { receiver: { needs: { rc: serial({ protocol, lines: 'from-device' }) } } },
    at: { 'receiver/rc': 'port:p1' },
  })

describe('SER-09', () => {
  it.each([
    ['inverse', 'selectable'],
    ['inverse', 'fixed'],
    ['talk', 'none'],
    ['talk', 'selectable'],
  ])('is silent about %s on a line whose inverter is %s', (protocol, inverter) => {
    expect(factsOf(link(protocol, inverter), 'SER-09')).toEqual([])
  })
  it('speaks of an inverted signal on a line without an inverter', () => {
    expect(factsOf(link('inverse', 'none'), 'SER-09')).toEqual([
      'Receiver (Rc): RX of Port 1 has no inverter; the signal is inverted',
    ])
  })
  it('speaks of a plain signal on a line that always inverts', () => {
    expect(factsOf(link('talk', 'fixed'), 'SER-09')).toEqual([
      'Receiver (Rc): RX of Port 1 is always inverted; the signal is not',
    ])
  })
  it('goes by what the device is set to', () => {
    const plan = edited(link('inverse', 'none'), {
      type: 'link.set',
      need: 'receiver/rc',
      end: 'device',
      set: { inverted: false },
    })
    expect(factsOf(plan, 'SER-09')).toEqual([])
  })
})
