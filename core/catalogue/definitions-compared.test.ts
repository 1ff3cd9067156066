import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { definitionChanges, padChanges } from './definitions-compared'

const board = library.boards['corran-7']!

describe('two texts of one definition', () => {
  it('do not differ from themselves', () => {
    for (const each of [...Object.values(library.boards), ...Object.values(library.devices), ...Object.values(library.protocols)])
      expect(definitionChanges(each, structuredClone(each)), each.id).toEqual([])
    expect(padChanges(board, structuredClone(board))).toEqual([])
  })

  it('tell each value as it was and is, in its unit; what is only told of it last', () => {
    const after = structuredClone(board)
    after.rails.v5!.limit = 3
    after.purchase = { price: 12 } as never
    delete after.pads.RX6
    const changes = definitionChanges(board, after)
    expect(changes).toContainEqual({ path: 'rails.v5.limit', words: 'limit', was: '2 A', becomes: '3 A' })
    expect(changes.find(({ path }) => path === 'pads.RX6')).toMatchObject({ becomes: '' })
    expect(changes.at(-1)).toMatchObject({ path: expect.stringMatching(/^purchase/), was: '' })
  })

  it('tell which pads are added, gone, moved and changed', () => {
    const after = structuredClone(board)
    const [first, second, third] = Object.keys(after.pads)
    after.pads.NEW = { ...after.pads[first!]!, x: 9 }
    delete after.pads[first!]
    after.pads[second!]!.x += 1.5
    after.pads[third!]!.label = 'OTHER'
    expect(padChanges(board, after).map(({ id, how }) => [id, how])).toEqual([
      [first, 'gone'],
      [second, 'moved'],
      [third, 'changed'],
      ['NEW', 'added'],
    ])
    const moved = padChanges(board, after)[1]!
    expect(moved.to!.x - moved.from!.x).toBeCloseTo(1.5)
  })
})
