import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyNeed } from '../../../../tests/helpers/tiny'

const facts = (second: TinyNeed, stream: string) =>
  factsOf(
    tiny({
      pads: {
        A: [{ as: 'led-data', of: 't1', dma: 'd0' }],
        B: [
          { as: 'led-data', of: 't2', dma: stream },
          { as: 'pulse', of: 't2', dma: stream },
        ],
      },
      devices: { ring: { needs: { data: { kind: 'led-data' } } }, tail: { needs: { main: second } } },
      at: { 'ring/data': 'pad:A', 'tail/main': 'pad:B' },
    }),
    'PAD-04',
  )

describe('PAD-04', () => {
  it('is silent when streams are apart, and about pulses that want none', () => {
    expect(facts({ kind: 'led-data' }, 'd1')).toEqual([])
    expect(facts({ kind: 'pulse' }, 'd0')).toEqual([])
  })
  it('refuses bursts and LED data a pad without a stream, where the board tells of streams', () => {
    const burst = (dma?: string) =>
      factsOf(
        tiny({
          pads: { A: [{ as: 'pulse', of: 't1' }], B: [{ as: 'pulse', of: 't2', ...(dma === undefined ? {} : { dma }) }] },
          devices: { esc: { needs: { motor: { kind: 'pulse', protocol: 'burst' } } } },
          at: { 'esc/motor': 'pad:A' },
        }),
        'PAD-04',
      )
    expect(burst('d0')).toEqual(['Esc (Motor): digital throttle is sent by a DMA stream, and pad A has none'])
    expect(burst()).toEqual([])
  })
  it('names both users of a stream', () => {
    const told = ['Ring (Data) on pad A and Tail (Main) on pad B want one DMA stream, d0']
    expect(facts({ kind: 'led-data' }, 'd0')).toEqual(told)
    expect(facts({ kind: 'pulse', protocol: 'burst' }, 'd0')).toEqual(told)
  })
})
