import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'
import type { PinFunction } from '../../../catalogue'

const facts = (functions: PinFunction[]) =>
  factsOf(
    tiny({
      pads: { A: [{ as: 'analog', max: 3.3 }] },
      board: {
        firmwares: {
          old: { name: '4.2', differences: { pins: { A: { functions } } } },
          new: { name: '4.3' },
        },
      },
      devices: { esc: { needs: { current: { kind: 'analog' } } } },
      at: { 'esc/current': 'pad:A' },
    }),
    'PAD-11',
  )

describe('PAD-11', () => {
  it('is silent when the versions agree', () => {
    expect(facts([{ as: 'switch' }, { as: 'analog', max: 3.3 }])).toEqual([])
  })
  it('names the version under which the pad works otherwise', () => {
    expect(facts([{ as: 'analog', max: 6.6 }])).toEqual([
      'Esc (Current) on pad A works otherwise under board firmware 4.2; this plan is for 4.3',
    ])
  })
  it('names the version under which it cannot be', () => {
    expect(facts([{ as: 'switch' }])).toEqual(['Esc (Current) on pad A cannot be under board firmware 4.2; this plan is for 4.3'])
  })
})
