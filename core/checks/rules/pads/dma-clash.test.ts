import { describe, expect, it } from 'vitest'
import { allocated, factsOf, onBoard } from '../../../../tests/helpers/plans'

describe('PAD-04', () => {
  it('is silent when streams are apart', () => {
    expect(factsOf(allocated('spillway-hex'), 'PAD-04')).toEqual([])
  })
  it('names both users of a stream', () => {
    const plan = onBoard(allocated('spillway-hex'), (board) => (board.pins.PD14!.functions[0]!.dma = 'd2s0'))
    expect(factsOf(plan, 'PAD-04')).toEqual([
      expect.stringMatching(/pad M1 and LED ring \(LED data\) on pad LED want one DMA stream, d2s0/),
    ])
  })
})
