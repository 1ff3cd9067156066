import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { mergeThree } from './three-way'

const documents = fc.dictionary(
  fc.constantFrom('a', 'b', 'c', 'd'),
  fc.oneof(fc.nat(3), fc.array(fc.nat(2), { maxLength: 2 }), fc.dictionary(fc.constantFrom('x', 'y'), fc.nat(2))),
)

describe('two changes of one document', () => {
  it('come together where they touch different places', () => {
    const base = { a: 1, b: { x: 1, y: 2 }, c: [1], d: 4 }
    const mine = { a: 2, b: { x: 1, y: 3 }, c: [1] }
    const theirs = { a: 1, b: { x: 9, y: 2 }, c: [1, 2], d: 4 }
    expect(mergeThree<object>(base, mine, theirs)).toEqual({ merged: { a: 2, b: { x: 9, y: 3 }, c: [1, 2] }, conflicts: [] })
  })
  it('conflict where both changed the same place otherwise, which is named', () => {
    const { merged, conflicts } = mergeThree<object>({ b: { x: 1 } }, { b: { x: 2 } }, { b: { x: 3 } })
    expect([merged, conflicts]).toEqual([{ b: { x: 2 } }, ['b.x']])
    expect(mergeThree<object>({ a: 1 }, {}, { a: 2 }).conflicts).toEqual(['a'])
  })
  it('are what one side has when the other changed nothing, whatever it is', () => {
    fc.assert(
      fc.property(documents, documents, (base, changed) => {
        expect(mergeThree<object>(base, changed, base)).toEqual({ merged: changed, conflicts: [] })
        expect(mergeThree<object>(base, base, changed)).toEqual({ merged: changed, conflicts: [] })
        expect(mergeThree<object>(base, changed, changed)).toEqual({ merged: changed, conflicts: [] })
      }),
      { seed: seedOf(7), numRuns: 300 },
    )
  })
})
