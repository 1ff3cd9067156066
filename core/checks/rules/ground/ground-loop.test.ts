import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny, type Tiny } from '../../../../tests/helpers/tiny'

const overlay = (terminals: NonNullable<Tiny['devices']>[string]['terminals'] = { gnd2: { label: 'GND', role: 'ground' } }) =>
  tiny({ devices: { overlay: { terminals } } })
const onPads = (...pads: string[]) =>
  edited(
    overlay(),
    ...pads.map((pad, at) => ({
      type: 'wire.set' as const,
      wire: `overlay.gnd${at ? at + 1 : ''}`,
      set: { end: `pad:${pad}` as const },
    })),
  )

describe('GND-04', () => {
  it('is silent about devices with one ground, and about two that meet in one point', () => {
    expect(findingsOf(overlay({}), 'GND-04')).toEqual([])
    expect(findingsOf(onPads('G1', 'G1'), 'GND-04')).toEqual([])
  })
  it('names both ways, and leaves one off', () => {
    const plan = onPads('G1', 'G2')
    const [found] = findingsOf(plan, 'GND-04')
    expect(found).toMatchObject({
      severity: 'note',
      fact: 'Overlay has 2 ways to ground: W2 at pad GND (top, 1st), W3 at pad GND (top, 2nd)',
    })
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Leave W3 off'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('weighs two that lead to unlike owners', () => {
    const plan = tiny({
      devices: {
        bec: {
          supply: { min: 10, max: 60 },
          terminals: { out: { label: 'OUT', role: 'supply' } },
          outputs: { v5: { label: '5 V', terminal: 'out', ground: 'gnd', volts: 5, limit: 3, kind: 'switching' } },
        },
        overlay: { terminals: { gnd2: { label: 'GND', role: 'ground' } } },
      },
      feeds: { 'bec/main': 'rail:bat', 'overlay/main': 'output:bec/v5' },
    })
    expect(findingsOf(plan, 'GND-04').find(({ subjects }) => subjects[0] === 'device:overlay')).toMatchObject({
      severity: 'weigh',
    })
  })
})
