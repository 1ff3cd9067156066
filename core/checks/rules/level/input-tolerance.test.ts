import { describe, expect, it } from 'vitest'
import { allocated, change, findingsOf } from '../../../../tests/helpers/plans'

describe('LVL-01', () => {
  it('is silent when each input bears what drives it', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(findingsOf(allocated(name), 'LVL-01')).toEqual([])
  })
  it('stops at a 5 V output into an input that does not bear it', () => {
    const start = allocated('spillway-hex')
    const board = structuredClone(start.definitions.boards['corran-7']!)
    for (const pin of Object.values(board.pins)) pin.maxIn = 3.6
    const plan = allocated('spillway-hex', { type: 'definition.update', definition: board })
    const found = findingsOf(plan, 'LVL-01')
    expect(found.map(({ fact }) => fact)).toEqual(['TX of Text overlay drives 5 V into pad RX3, which bears 3.6 V'])
    expect(found[0]!.severity).toBe('stop')
  })
  it('reads the other direction too', () => {
    const plan = change(allocated('spillway-hex'), 'merlow-n3c', (draft) => (draft.terminals.rx!.maxIn = 2.5))
    expect(findingsOf(plan, 'LVL-01')[0]!.fact).toBe('pad TX2 drives 3.3 V into RX of GNSS and compass, which bears 2.5 V')
  })
})
