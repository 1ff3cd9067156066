import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, onBoard, settledBy } from '../../../../tests/helpers/plans'

describe('SER-06', () => {
  const clocked = (clock: number) =>
    onBoard(allocated('spillway-hex'), (board) =>
      Object.values(board.ports).forEach((port) => port.clock && (port.clock = clock)),
    )
  it('is silent at a clock that hits the rates', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-06')).toEqual([])
  })
  it('gives rate, error and tolerance', () => {
    const found = findingsOf(clocked(1_000_000), 'SER-06').find(({ subjects }) => subjects.includes('need:receiver/rc'))
    expect(found).toMatchObject({ severity: 'fix' })
    expect(found!.fact).toMatch(/makes 500.000 baud of 420.000 baud .* 19 % off; both ends together may be 4.6 % off at 8N1/)
  })
  it('offers a rate that is nearer', () => {
    const plan = clocked(1_000_000)
    const found = findingsOf(plan, 'SER-06').find(({ fixes }) => fixes.length)!
    expect(settledBy(plan, found)).toBe(true)
  })
})
