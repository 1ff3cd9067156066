import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyNeed } from '../../../../tests/helpers/tiny'

const receiver = (kind: 'receiver-pulse' | 'receiver-parallel', inputs: number, rest: Partial<TinyNeed> = {}) =>
  findingsOf(
    tiny({
      pads: Object.fromEntries(
        Array.from({ length: inputs }, (_, at) => [
          `IN${at + 1}`,
          [kind === 'receiver-pulse' ? { as: 'receiver-pulse' as const } : { as: 'receiver-channel' as const, channel: at + 1 }],
        ]),
      ),
      devices: { receiver: { needs: { rc: { kind, ...rest } } } },
      at: { 'receiver/rc': kind === 'receiver-pulse' ? 'inputs:single' : 'inputs:parallel' },
    }),
    'PAD-10',
  )

describe('PAD-10', () => {
  it('is silent about a receiver on one wire', () => {
    expect(receiver('receiver-pulse', 1)).toEqual([])
  })
  it('counts the pads that a parallel receiver takes', () => {
    expect(receiver('receiver-parallel', 8, { terminals: ['a', 'b', 'c'] })).toMatchObject([
      {
        severity: 'weigh',
        fact: 'Receiver (Rc): takes 3 pads, IN1 to IN3; a receiver on one wire or a serial port would free 2',
      },
    ])
  })
  it('speaks when the board has too few', () => {
    expect(receiver('receiver-parallel', 1)).toMatchObject([
      { severity: 'fix', fact: 'Receiver (Rc): Board has 1 receiver inputs; 2 are wanted' },
      { severity: 'weigh' },
    ])
    expect(receiver('receiver-pulse', 0)).toMatchObject([
      { severity: 'fix', fact: 'Receiver (Rc): Board has no input for a single-wire pulse train' },
    ])
  })
})
