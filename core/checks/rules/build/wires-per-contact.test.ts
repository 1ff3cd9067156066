import { describe, expect, it } from 'vitest'
import { edited, findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const plan = tiny({
  devices: { one: {}, two: {}, three: { connectors: { main: { type: 'JST-GH ×2', pins: ['vcc', 'gnd'] } } } },
})
const all = (...ends: [string, `pad:${string}` | `terminal:${string}`][]) =>
  edited(plan, ...ends.map(([wire, end]) => ({ type: 'wire.set' as const, wire, set: { end } })))

describe('MEC-04', () => {
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
      fact: 'wires meet at pad GND (G1), which holds 2: W2, W4, W6; join them in a splice, a pin rail or a distribution board'.replace(
        /^/,
        '3 ',
      ),
    })
  })
  it('has a second wire in a crimped contact mended', () => {
    expect(findingsOf(all(['one.gnd', 'terminal:three/gnd']), 'MEC-04').find(({ fact }) => fact.includes('Three'))).toMatchObject(
      {
        severity: 'fix',
        fact: '2 wires meet at GND of Three (JST-GH ×2), which holds one: W2, W6; join them in a splice, a pin rail or a distribution board',
      },
    )
  })
})
