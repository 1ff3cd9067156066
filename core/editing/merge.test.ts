import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { mergeValues } from './merge'

const documents = fc.dictionary(
  fc.constantFrom('a', 'b', 'c', 'd'),
  fc.oneof(fc.nat(3), fc.array(fc.nat(2), { maxLength: 2 }), fc.dictionary(fc.constantFrom('x', 'y'), fc.nat(2))),
)

describe('two changes of one document', () => {
  it('come together where they touch different places', () => {
    const base = { a: 1, b: { x: 1, y: 2 }, c: [1], d: 4 }
    const mine = { a: 2, b: { x: 1, y: 3 }, c: [1] }
    const theirs = { a: 1, b: { x: 9, y: 2 }, c: [1, 2], d: 4 }
    expect(mergeValues<object>(base, mine, theirs)).toEqual({
      value: { a: 2, b: { x: 9, y: 3 }, c: [1, 2] },
      agreed: true,
      conflicts: [],
    })
  })
  it('conflict where both changed the same place otherwise, which is named', () => {
    const { value, conflicts, agreed } = mergeValues<object>({ b: { x: 1 } }, { b: { x: 2 } }, { b: { x: 3 } })
    expect([value, conflicts, agreed]).toEqual([{ b: { x: 2 } }, ['b.x'], false])
    expect(mergeValues<object>({ a: 1 }, {}, { a: 2 }).conflicts).toEqual(['a'])
  })
  it('are what one side has when the other changed nothing, whatever it is', () => {
    fc.assert(
      fc.property(documents, documents, (base, changed) => {
        expect(mergeValues<object>(base, changed, base)).toMatchObject({ value: changed, conflicts: [] })
        expect(mergeValues<object>(base, base, changed)).toMatchObject({ value: changed, conflicts: [] })
        expect(mergeValues<object>(base, changed, changed)).toMatchObject({ value: changed, conflicts: [] })
      }),
      { seed: seedOf(7), numRuns: 300 },
    )
  })
})
