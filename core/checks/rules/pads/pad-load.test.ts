import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyNeed } from '../../../../tests/helpers/tiny'

const on = (need: TinyNeed) =>
  tiny({
    pads: { A: { functions: [{ as: 'switch' }, { as: 'buzzer' }], drive: 0.02 } },
    devices: { horn: { needs: { beep: need } } },
    at: { 'horn/beep': 'pad:A' },
  })

describe('PAD-06', () => {
  it('is silent within the drive', () => {
    expect(findingsOf(on({ kind: 'buzzer', current: 0.02 }), 'PAD-06')).toEqual([])
  })
  it.each(['buzzer', 'switch'] as const)('stops at a %s that takes more than the pad drives', (kind) => {
    expect(findingsOf(on({ kind, current: 0.03 }), 'PAD-06')).toMatchObject([
      { severity: 'stop', fact: 'Horn (Beep): takes 30 mA; pad A drives 20 mA' },
    ])
  })
  it('stops at a buzzer on a plain pin, with both figures', () => {
    const plain = tiny({
      pads: { A: { functions: [{ as: 'pulse', of: 't1' }], drive: 0.02 } },
      devices: { horn: { needs: { beep: { kind: 'buzzer', current: 0.03 } } } },
      at: { 'horn/beep': 'pad:A' },
    })
    expect(findingsOf(plain, 'PAD-06')).toMatchObject([
      { severity: 'stop', fact: 'Horn (Beep): takes 30 mA; pad A is no driver for it and gives 20 mA' },
    ])
  })
})
