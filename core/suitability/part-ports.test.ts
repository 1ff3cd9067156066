import { describe, expect, it } from 'vitest'
import { factsOf } from '../../tests/helpers/findings'
import { serial, tiny, type Tiny } from '../../tests/helpers/tiny'
import { allocate } from '../allocation'
import { wiresOf } from '../harness'
import { resolvePlan, type Place } from '../plan'

/** A converter with an update port, and a programming adapter that speaks to it or to nobody else. */
const bench = (at: Record<string, Place> = {}, adapterHigh = 3.3, more: Tiny = {}) =>
  tiny({
    ports: { p1: {} },
    devices: {
      converter: {
        class: 'converter',
        needs: { values: serial({ lines: 'to-device' }) },
        terminals: {
          utx: { label: 'UTX', role: 'signal', direction: 'out', high: 3.3 },
          urx: { label: 'URX', role: 'signal', direction: 'in', maxIn: 3.6 },
        },
        ports: { update: { label: 'Update port', tx: 'utx', rx: 'urx', protocols: ['onewire'] } },
      },
      adapter: {
        class: 'sensor',
        needs: { link: serial({ protocol: 'onewire', halfDuplex: false }) },
        terminals: { tx: { label: 'TX', role: 'signal', direction: 'out', high: adapterHigh } },
      },
    },
    at,
    ...more,
  })

const plugged: Record<string, Place> = { 'converter/values': 'port:p1', 'adapter/link': 'device:converter/update' }

describe('the port of a part', () => {
  it('is taken by the adapter that speaks to it, and leaves the port of the board to the other link', () => {
    const { assignment, unmet, proven } = allocate(resolvePlan(bench()))
    expect(unmet).toEqual([])
    expect(proven).toBe(true)
    expect(assignment['converter/values']!.place).toBe('port:p1')
    expect(assignment['adapter/link']).toMatchObject({ place: 'device:converter/update', protocol: 'onewire' })
  })
  it('is wired crosswise: what talks to what listens', () => {
    const wires = wiresOf(resolvePlan(bench(plugged)))
    const ends = wires.filter(({ need }) => need === 'adapter/link').map(({ from, to }) => [from.point, to.device, to.point])
    expect(ends).toEqual(
      expect.arrayContaining([
        ['tx', 'converter', 'urx'],
        ['rx', 'converter', 'utx'],
      ]),
    )
    expect(ends).toHaveLength(2)
  })
  it('refuses an adapter whose jumper is at a voltage that it does not bear', () => {
    const { unmet } = allocate(resolvePlan(bench({ 'converter/values': 'port:p1' }, 5)))
    expect(unmet).not.toEqual([])
    expect(factsOf(bench(plugged, 5), 'LVL-01').join()).toContain(
      'TX of Adapter drives 5 V into URX of Converter, which accepts up to 3.6 V',
    )
  })
  it('says what is wrong with a link put there by hand', () => {
    const wrong = { ...plugged, 'adapter/link': 'device:converter/none' as Place }
    expect(factsOf(bench(wrong), 'SER-15').join()).toContain('has no such port')
  })
  it('misses a wire that is left off', () => {
    const off = { ...bench(plugged), wires: { 'adapter.tx': { omitted: true } } }
    expect(factsOf(off, 'SER-07').join()).toContain('TX of Adapter (Link) has its wire')
  })
})
