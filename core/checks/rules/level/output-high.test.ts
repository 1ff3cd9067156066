import { describe, expect, it } from 'vitest'
import { allocated, factsOf, onBoard } from '../../../../tests/helpers/plans'

describe('LVL-02', () => {
  it('reckons 0.7 × supply for LED data', () => {
    expect(factsOf(allocated('spillway-hex'), 'LVL-02')).toEqual(['pad LED gives 3.3 V high; LED ring DIN reads high from 3.5 V'])
  })
  it('is silent when the pad gives 5 V', () => {
    const plan = onBoard(allocated('spillway-hex'), (board) => void (board.pins[board.pads.LED!.pin!]!.level = 5))
    expect(factsOf(plan, 'LVL-02')).toEqual([])
  })
})
