import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import type { BoardDefinition } from './board'
import { railTree } from './rail-tree'

describe('the tree of rails', () => {
  it('has every rail of every shipped board once, below the one it is made from', () => {
    for (const board of Object.values(library.boards)) {
      const tree = railTree(board)
      expect(tree.map(({ id }) => id).toSorted(), board.id).toEqual(Object.keys(board.rails).toSorted())
      for (const { id, depth, row, from, fault } of tree) {
        expect(fault, `${board.id} ${id}`).toBeUndefined()
        expect(from).toBe(board.rails[id]!.source)
        const above = tree.find((each) => each.id === from)
        expect(depth).toBe(above ? above.depth + 1 : 0)
        if (above) expect(above.row).toBeLessThan(row)
      }
    }
  })

  it('tells what a rail gives and takes', () => {
    const [battery, , fromBattery] = railTree(library.boards['corran-7']!)
    expect(battery).toMatchObject({ label: 'Battery', gives: 'up to 20 A', depth: 0 })
    expect(railTree(library.boards['corran-7']!).find(({ id }) => id === 'v5')).toMatchObject({
      gives: '5 V · up to 2 A',
      takes: 'switching · 7 V to 30 V · 90 %',
      depth: 1,
    })
    expect(fromBattery!.depth).toBeGreaterThan(0)
  })

  it('ends for any sources, and has each rail once', () => {
    const rail = library.boards['corran-7']!.rails.v5!
    const ids = ['a', 'b', 'c', 'd', 'e']
    fc.assert(
      fc.property(fc.array(fc.constantFrom(...ids, 'none', undefined), { minLength: 5, maxLength: 5 }), (sources) => {
        const rails = Object.fromEntries(ids.map((id, at) => [id, { ...rail, source: sources[at] }]))
        const tree = railTree({ rails, pads: {} } as unknown as BoardDefinition)
        expect(tree.map(({ id }) => id).toSorted()).toEqual(ids)
        for (const { id, fault, from } of tree) if (!fault) expect(from ?? undefined).toBe(rails[id]!.source)
      }),
      { seed: 11 },
    )
  })
})
