import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (protocol: string, { usb = false, usbShared = false } = {}) =>
  tiny({
    ports: { p1: { usbShared } },
    board: { configuration: { protocol: 'config', usb } },
    devices: { gnss: { needs: { fix: serial({ protocol }) } } },
    at: { 'gnss/fix': 'port:p1' },
  })

describe('SER-16', () => {
  it('is silent while USB is apart, a link carries the protocol, or nothing is placed', () => {
    expect(factsOf(link('talk', { usb: true }), 'SER-16')).toEqual([])
    expect(factsOf(link('config'), 'SER-16')).toEqual([])
    expect(factsOf({ ...link('talk'), assignment: {} }, 'SER-16')).toEqual([])
  })
  it('stops when the last one is gone', () => {
    expect(findingsOf(link('talk'), 'SER-16')).toMatchObject([
      { severity: 'stop', fact: 'no link carries the configuration protocol' },
    ])
  })
  it('names who has the USB bridge, and keeps it off', () => {
    const [found] = findingsOf(link('talk', { usbShared: true }), 'SER-16')
    expect(found!.fact).toBe(
      'no link carries the configuration protocol: Port 1, which is the USB bridge, is taken by Gnss (Fix)',
    )
    expect(found!.fixes[0]!.edit).toEqual({ type: 'need.ban', need: 'gnss/fix', place: 'port:p1' })
  })
  it('sees a port set to something else by hand', () => {
    const plan = edited(link('config'), { type: 'link.set', need: 'gnss/fix', end: 'board', set: { protocol: 'talk' } })
    expect(factsOf(plan, 'SER-16')).toHaveLength(1)
  })
})
