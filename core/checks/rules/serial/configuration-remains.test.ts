import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, moved } from '../../../../tests/helpers/plans'

describe('SER-16', () => {
  it('is silent while USB is apart or a link carries the protocol', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-16')).toEqual([])
    expect(findingsOf(allocated('culvert-scout'), 'SER-16')).toEqual([])
  })
  it('stops when the last one is gone', () => {
    const plan = moved(
      'culvert-scout',
      { 'logger/log': { place: 'port:uart1', protocol: 'log-stream', baud: 115200 } },
      { type: 'need.leave-out', need: 'overlay/text', leftOut: true },
      { type: 'need.leave-out', need: 'adapter/config', leftOut: true },
    )
    const [found] = findingsOf(plan, 'SER-16')
    expect(found).toMatchObject({ severity: 'stop' })
    expect(found!.fact).toContain('Port 1, which is the USB bridge, is taken by Flight logger')
  })
})
