import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('SER-07', () => {
  it('is silent when the lines are there', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-07')).toEqual([])
  })
  it('speaks when a revision lacks the line', () => {
    const plan = allocated('spillway-hex', { type: 'board.revision', revision: 'A' })
    const [found] = findingsOf(plan, 'SER-07')
    expect(found!.fact).toMatch(/needs RX of Port 6; revision A does not have it/)
    expect(found!.fixes[0]!.edit).toMatchObject({ type: 'need.ban', place: 'port:uart6' })
  })
  it('speaks when a needed wire is left off', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'gnss.tx', override: { omitted: true } })
    const [found] = findingsOf(plan, 'SER-07')
    expect(found!.fact).toContain('(TX) of GNSS and compass (Position) is left off')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
