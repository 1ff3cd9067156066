import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { resolvePlan } from '../../../plan'

const link = (
  protocol: string,
  { usb = false, usbShared = false, configures = protocol === 'config', during = undefined as 'armed' | undefined } = {},
) =>
  tiny({
    ports: { p1: { usbShared, stateShared: during !== undefined } },
    board: { configuration: { protocol: 'config', usb } },
    devices: { gnss: { needs: { fix: serial({ protocol, configures }) } } },
    at: { 'gnss/fix': { place: 'port:p1', during } },
  })

describe('SER-16', () => {
  it('is silent while USB is apart, a link carries the protocol, or nothing is placed', () => {
    expect(factsOf(link('talk', { usb: true }), 'SER-16')).toEqual([])
    expect(factsOf(link('config'), 'SER-16')).toEqual([])
    expect(factsOf({ ...link('talk'), assignment: {} }, 'SER-16')).toEqual([])
  })
  it('stops when the last one is gone', () => {
    expect(findingsOf(link('talk'), 'SER-16')).toMatchObject([
      { severity: 'stop', fact: 'no link that a configuration program can use is there while disarmed' },
    ])
  })
  it('names who has the USB bridge, and keeps it off', () => {
    const [found] = findingsOf(link('talk', { usbShared: true }), 'SER-16')
    expect(found!.fact).toBe(
      'no link that a configuration program can use is there while disarmed: Port 1, which is the USB bridge, is taken by Gnss (Fix)',
    )
    expect(found!.fixes[0]!.edit).toEqual({ type: 'need.ban', need: 'gnss/fix', place: 'port:p1' })
  })
  it('counts no link that no program can use, and none that is there in flight alone', () => {
    expect(factsOf(link('config', { configures: false }), 'SER-16')).toHaveLength(1)
    expect(factsOf(link('config', { during: 'armed' }), 'SER-16')).toHaveLength(1)
    expect(factsOf(link('talk', { usbShared: true, during: 'armed' }), 'SER-16')).toEqual([])
  })
  it('is known to the search: the way in from USB stays free, unless an adapter has a place', () => {
    const plan = (adapters: number, ports: number) =>
      tiny({
        ports: Object.fromEntries(Array.from({ length: ports }, (_, at) => [`p${at + 1}`, { usbShared: at === 0 }])),
        board: { configuration: { protocol: 'config', usb: false } },
        devices: {
          gnss: { needs: { fix: serial() } },
          ...(adapters ? { adapter: { priority: 2, needs: { link: serial({ protocol: 'config', configures: true }) } } } : {}),
        },
      })
    expect(allocate(resolvePlan(plan(0, 1))).unmet).toEqual(['gnss/fix'])
    expect(allocate(resolvePlan(plan(1, 1))).unmet).toEqual(['gnss/fix'])
    expect(allocate(resolvePlan(plan(1, 2))).unmet).toEqual([])
    expect(allocate(resolvePlan(plan(0, 2))).assignment['gnss/fix']!.place).toBe('port:p2')
  })
  it('sees a port set to something else by hand', () => {
    const plan = edited(link('config'), { type: 'link.set', need: 'gnss/fix', end: 'board', set: { protocol: 'talk' } })
    expect(factsOf(plan, 'SER-16')).toHaveLength(1)
  })
})
