import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { boardFields, deviceFields, differencesBetween, listDifferences, mergeDifferences } from './index'

const leaf = fc.oneof(fc.integer(), fc.string({ maxLength: 3 }), fc.boolean(), fc.array(fc.integer(), { maxLength: 3 }))
const key = fc.constantFrom('a', 'b', 'c', 'd')
const { tree } = fc.letrec((tie) => ({
  tree: fc.dictionary(key, fc.oneof({ depthSize: 'small' }, leaf, tie('tree')), { maxKeys: 4 }),
})) as { tree: fc.Arbitrary<Record<string, unknown>> }

describe('differencesBetween', () => {
  it('undoes mergeDifferences, for any two trees', () => {
    fc.assert(
      fc.property(tree, tree, (base, target) => {
        expect(mergeDifferences(base, differencesBetween(base, target))).toEqual(target)
      }),
      { seed: seedOf(31), numRuns: 500 },
    )
  })
  it('is empty for the same tree and names only what differs', () => {
    fc.assert(
      fc.property(tree, (value) => void expect(differencesBetween(value, structuredClone(value))).toEqual({})),
      { seed: seedOf(32), numRuns: 100 },
    )
    const patch = differencesBetween({ pads: { A: { x: 1, y: 2 }, B: { x: 3 } } }, { pads: { A: { x: 1, y: 5 } } })
    expect(patch).toEqual({ pads: { A: { y: 5 }, B: null } })
    expect(listDifferences(boardFields, patch)).toMatchObject([
      { path: 'pads.B', becomes: 'is not there' },
      { path: 'pads.A.y', becomes: '5 mm' },
    ])
  })
  it('is told in the words and units of the fields, of whatever kind a part is', () => {
    const patch = { needs: { arm: { rate: { max: 400 } } }, mass: 3, terminals: { tx: { high: 3.3, role: 'signal' } } }
    expect(listDifferences(deviceFields, patch)).toEqual([
      { path: 'needs.arm.rate.max', words: 'highest rate', becomes: '400 Hz' },
      { path: 'mass', words: undefined, becomes: '3 g' },
      { path: 'terminals.tx.high', words: 'high level', becomes: '3.3 V' },
      { path: 'terminals.tx.role', words: undefined, becomes: '"signal"' },
    ])
  })
})
