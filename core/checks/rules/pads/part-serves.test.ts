import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type Tiny } from '../../../../tests/helpers/tiny'
import { allocate } from '../../../allocation'
import { resolvePlan, type Place } from '../../../plan'
import { wiresOf } from '../../../harness'

/** A converter with two outputs in one rate group, and two servos that want unlike rates. */
const build = (at: Record<string, Place> = {}, more: Tiny = {}) =>
  tiny({
    ports: { p1: {} },
    devices: {
      converter: {
        class: 'converter',
        needs: { values: serial({ lines: 'to-device' }) },
        terminals: { o1: { label: 'OUT 1', direction: 'out', high: 3.3 }, o2: { label: 'OUT 2', direction: 'out', high: 3.3 } },
        pads: {
          o1: { label: 'OUT 1', terminal: 'o1', as: 'pulse', group: 'rate' },
          o2: { label: 'OUT 2', terminal: 'o2', as: 'pulse', group: 'rate' },
        },
        settings: { rate: { label: 'Rate', values: [50, 333], default: 50 } },
      },
      slow: { needs: { position: { kind: 'pulse', rate: { min: 40, max: 60, default: 50 } } } },
      quick: { needs: { position: { kind: 'pulse', rate: { min: 200, max: 333, default: 333 } } } },
    },
    at,
    ...more,
  })

const served: Record<string, Place> = { 'converter/values': 'port:p1', 'slow/position': 'device:converter/o2' }

describe('PAD-14', () => {
  it('is silent where the part in between has its place', () => {
    expect(factsOf(build(served), 'PAD-14')).toEqual([])
  })
  it('says what hangs on a part that is not served', () => {
    const [found] = findingsOf(build({ 'slow/position': 'device:converter/o2' }), 'PAD-14')
    expect(found!.fact).toBe('Slow (Position) hangs on Converter, which is not served itself: Values has no place')
  })
})

describe('pads of other parts', () => {
  it('are found by the search, one rate to a group', () => {
    const { assignment, unmet } = allocate(resolvePlan(build()))
    expect(assignment['converter/values']!.place).toBe('port:p1')
    expect(unmet).toHaveLength(1)
    expect(Object.values(assignment).map(({ place }) => place)).toContain('device:converter/o1')
  })
  it('are wired from part to part', () => {
    const wire = wiresOf(resolvePlan(build(served))).find(({ id }) => id === 'slow.position')
    expect(wire!.to).toMatchObject({ device: 'converter', point: 'o2', label: 'OUT 2' })
  })
  it('are one need’s, and missed when the wire is left off', () => {
    const both = build({ ...served, 'quick/position': 'device:converter/o2' })
    expect(factsOf(both, 'PAD-01')).toEqual(['OUT 2 of Converter is to serve Slow (Position) and Quick (Position)'])
    const off = { ...build(served), wires: { 'slow.position': { omitted: true } } }
    expect(factsOf(off, 'PAD-12')).toEqual([
      'POSITION of Slow (Position) has its wire W4 left off; it belongs at OUT 2 of Converter',
    ])
  })
  it('refuse a rate that their group cannot have, and digital throttle', () => {
    const at = build({ ...served, 'quick/position': 'device:converter/o1' })
    expect(factsOf(at, 'PAD-03')).toEqual([
      'Rate of Converter drives OUT 2 of Converter for Slow (Position), PWM at 50 Hz, and OUT 1 of Converter for Quick (Position), PWM at 333 Hz',
    ])
    const burst = tiny({
      devices: {
        converter: { terminals: { o1: { label: 'OUT 1' } }, pads: { o1: { label: 'OUT 1', terminal: 'o1', as: 'pulse' } } },
        esc: { needs: { motor: { kind: 'pulse', protocol: 'burst', rate: { min: 400, max: 32000, default: 8000 } } } },
      },
      at: { 'esc/motor': 'device:converter/o1' },
    })
    expect(factsOf(burst, 'PAD-03')).toEqual(['Esc (Motor): OUT 1 of Converter gives servo pulses, no digital throttle'])
  })
})
