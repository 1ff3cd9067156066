import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyNeed } from '../../../../tests/helpers/tiny'

const facts = (need: TinyNeed, level: number, minHigh?: number) =>
  factsOf(
    tiny({
      pads: { A: { functions: [{ as: 'led-data', of: 't1' }, { as: 'switch' }], level } },
      devices: { ring: { needs: { din: need }, terminals: minHigh === undefined ? {} : { din: { minHigh } } } },
      at: { 'ring/din': 'pad:A' },
    }),
    'LVL-02',
  )

describe('LVL-02', () => {
  it('reckons 0.7 × supply for LED data', () => {
    expect(facts({ kind: 'led-data' }, 3.3)).toEqual(['pad A gives 3.3 V high; Ring DIN reads high from 3.5 V'])
    expect(facts({ kind: 'led-data' }, 5)).toEqual([])
  })
  it('takes the level that the input says of itself', () => {
    expect(facts({ kind: 'switch' }, 3.3, 4)).toEqual(['pad A gives 3.3 V high; Ring DIN reads high from 4 V'])
    expect(facts({ kind: 'led-data' }, 3.6, 4)).toEqual(['pad A gives 3.6 V high; Ring DIN reads high from 4 V'])
  })
  it('is silent where nothing is known, or the level suffices', () => {
    expect(facts({ kind: 'switch' }, 3.3)).toEqual([])
    expect(facts({ kind: 'switch' }, 3.3, 2)).toEqual([])
  })
})
