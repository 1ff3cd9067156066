import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { resolvePlan } from '../../../plan'
import { check, checkContext } from '../..'
import { serial, tiny, type Tiny } from '../../../../tests/helpers/tiny'

const video = (direction: 'in' | 'out') => ({ kind: 'video' as const, direction })
const build = (said: Tiny, ...left: string[]) =>
  edited(tiny(said), ...left.map((wire) => ({ type: 'wire.set' as const, wire, set: { omitted: true } })))
const link: Tiny = { ports: { p1: {} }, devices: { gnss: { needs: { fix: serial() } } }, at: { 'gnss/fix': 'port:p1' } }
const chain: Tiny = { devices: { camera: { needs: { vid: video('out') } }, vtx: { needs: { vid: video('in') } } } }

describe('GND-02', () => {
  it('is silent when all grounds meet', () => {
    expect(factsOf(build(link), 'GND-02')).toEqual([])
    expect(factsOf(build(chain), 'GND-02')).toEqual([])
  })
  it('speaks of a signal to a board that the device shares no ground with, and fits it', () => {
    const plan = build(link, 'gnss.gnd')
    const [found] = findingsOf(plan, 'GND-02')
    expect(found!.fact).toBe('W1 carries a signal between Gnss and Board, which share no ground')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('speaks of a picture whose ends share none', () => {
    expect(factsOf(build(chain, 'camera.gnd'), 'GND-02')).toEqual([
      'W1 carries the picture between Camera and Vtx, which share no ground',
    ])
  })
  it('follows grounds through another device', () => {
    const servo: Tiny = {
      pads: { S: [{ as: 'pulse', of: 't1' }] },
      devices: {
        bec: {
          supply: { min: 10, max: 60 },
          terminals: { out: { label: 'OUT', role: 'supply' } },
          outputs: { v5: { label: '5 V', terminal: 'out', ground: 'gnd', volts: 5, limit: 3, kind: 'switching' } },
        },
        servo: { needs: { position: { kind: 'pulse' } } },
      },
      at: { 'servo/position': 'pad:S' },
      feeds: { 'bec/main': 'rail:bat', 'servo/main': 'output:bec/v5' },
    }
    expect(factsOf(build(servo), 'GND-02')).toEqual([])
    expect(findingsOf(build(servo, 'bec.gnd'), 'GND-02').map(({ subjects }) => subjects[1])).toEqual(['device:servo'])
  })
})

describe('a ground that is missing', () => {
  it('is what is wrong where it was led elsewhere by hand, and goes back', () => {
    const plan = edited(tiny(link), { type: 'wire.set', wire: 'gnss.gnd', set: { end: 'pad:TX1' } })
    const all = check(checkContext(resolvePlan(plan)))
    const about = all.filter(({ rule }) => ['GND-01', 'GND-02', 'LVL-03'].includes(rule))
    expect(about).toHaveLength(1)
    expect(settledBy(plan, about[0]!)).toBe(true)
  })
})
