import { describe, expect, it } from 'vitest'
import { edited, findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'
import { wiresOf } from '../../../harness'
import { resolvePlan } from '../../../plan'

const plan = tiny({
  devices: { one: {}, two: {}, three: { connectors: { main: { type: 'JST-GH ×2', pins: ['vcc', 'gnd'] } } } },
})
const all = (...ends: [string, `pad:${string}` | `terminal:${string}`][]) =>
  edited(plan, ...ends.map(([wire, end]) => ({ type: 'wire.set' as const, wire, set: { end } })))

describe('MEC-04', () => {
  it('joins them in a splice that leads one wire on, of the gauge for all of them', () => {
    const crowded = all(['one.gnd', 'pad:G1'], ['two.gnd', 'pad:G1'], ['three.gnd', 'pad:G1'], ['board.bat-gnd', 'pad:G2'])
    const found = findingsOf(crowded, 'MEC-04').find(({ fact }) => fact.includes('GND'))!
    const [join] = found.fixes
    expect(join!.label).toBe('Join W2, W4, W6 in a splice, and lead one wire on')
    const joined = edited(crowded, join!.edit)
    expect(findingsOf(joined, 'MEC-04').filter(({ fact }) => fact.includes('GND'))).toEqual([])
    expect(findingsOf(joined, 'GND-01')).toEqual([])
    const wire = wiresOf(resolvePlan(joined)).at(-1)!
    expect(wire).toMatchObject({ id: 'extra.1', kind: 'ground', from: { device: 'joint-1' }, to: { point: 'G1' } })
    const gone = edited(joined, { type: 'joint.remove', joint: 'joint-1' })
    expect([gone.joints, gone.extras]).toEqual([{}, {}])
    expect(wiresOf(resolvePlan(gone)).map(({ id }) => id)).not.toContain('extra.1')
  })
  it('judges a pad of known size by the wires that lie on it side by side', () => {
    const sized = (width: number) =>
      tiny({
        devices: { one: {}, two: {} },
        pads: { W: { functions: [], pad: { kind: 'ground', size: { width, height: 0.5 } } } },
        plan: { wires: { 'one.gnd': { end: 'pad:W' }, 'two.gnd': { end: 'pad:W' }, 'board.bat-gnd': { end: 'pad:W' } } },
      })
    expect(findingsOf(sized(4), 'MEC-04').filter(({ fact }) => fact.includes('pad W'))).toEqual([])
    expect(
      findingsOf(sized(0.6), 'MEC-04')
        .map(({ fact }) => fact)
        .join(),
    ).toMatch(/3 wires meet at pad W, which holds one/)
  })
  it('is silent about two on a pad', () => {
    expect(
      findingsOf(
        all(['one.gnd', 'pad:G1'], ['two.gnd', 'pad:G1'], ['three.gnd', 'pad:G2'], ['board.bat-gnd', 'pad:G3']),
        'MEC-04',
      ).filter(({ fact }) => fact.includes('GND')),
    ).toEqual([])
  })
  it('weighs a third wire on a pad', () => {
    const found = findingsOf(
      all(['one.gnd', 'pad:G1'], ['two.gnd', 'pad:G1'], ['three.gnd', 'pad:G1'], ['board.bat-gnd', 'pad:G2']),
      'MEC-04',
    )
    expect(found.find(({ fact }) => fact.includes('GND'))).toMatchObject({
      severity: 'weigh',
      fact: '3 wires meet at pad GND (top, 1st), which holds 2: W2, W4, W6',
    })
  })
  it('has a second wire in a crimped contact mended', () => {
    expect(findingsOf(all(['one.gnd', 'terminal:three/gnd']), 'MEC-04').find(({ fact }) => fact.includes('Three'))).toMatchObject(
      {
        severity: 'fix',
        fact: '2 wires meet at GND of Three (JST-GH ×2), which holds one: W2, W6',
      },
    )
  })
})
