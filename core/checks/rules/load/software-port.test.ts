import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const on = (kind: 'hardware' | 'software', interruptible: boolean) =>
  tiny({
    ports: { p1: { kind, maxBaud: 115_200 } },
    devices: { receiver: { needs: { rc: serial({ interruptible }) } } },
    at: { 'receiver/rc': 'port:p1' },
  })

describe('LOD-07', () => {
  it('is silent on hardware ports, and about links that may wait', () => {
    expect(factsOf(on('hardware', false), 'LOD-07')).toEqual([])
    expect(factsOf(on('software', true), 'LOD-07')).toEqual([])
  })
  it('weighs a link that must never be interrupted on a port made in software', () => {
    expect(findingsOf(on('software', false), 'LOD-07')).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Receiver (Rc): must never be interrupted, and Port 1 is made in software, up to 115\u202f200 baud; each bit costs processor time',
      },
    ])
  })
})
