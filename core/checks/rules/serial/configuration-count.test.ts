import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, onBoard, settledBy } from '../../../../tests/helpers/plans'

describe('SER-14', () => {
  it('is silent within the limit', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-14')).toEqual([])
  })
  it('counts USB and names the links', () => {
    const plan = onBoard(allocated('spillway-hex'), (board) => (board.configuration.maxLinks = 2))
    const [found] = findingsOf(plan, 'SER-14')
    expect(found!.fact).toBe('3 links carry the configuration protocol, USB among them; Corran 7 runs 2 at once')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
