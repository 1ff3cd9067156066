import { afterEach, describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { freshStore, removeStores } from '../../tests/helpers/store'
import { mergeValues } from '#core/editing'
import { StaleDefinition } from './definitions'

afterEach(removeStores)

const board = library.boards['corran-7']!
const by = (author: string) => ({ author, note: '' })

describe('definitions', () => {
  it('have versions, of which each is made on the one before', () => {
    const { catalogue } = freshStore()
    expect(catalogue.save({ ...board, mass: 1 }, 0, by('Ann'))).toBe(1)
    expect(() => catalogue.save({ ...board, mass: 2 }, 0, by('Bo'))).toThrow(StaleDefinition)
    expect(catalogue.find('board', 'corran-7')).toMatchObject({ origin: 'own', version: 1, definition: { mass: 1 } })
    expect(catalogue.save({ ...board, mass: 2 }, 1, by('Bo'))).toBe(2)
    expect(catalogue.versions('board', 'corran-7').map(({ number, author }) => [number, author])).toEqual([
      [2, 'Bo'],
      [1, 'Ann'],
    ])
    expect(catalogue.version('board', 'corran-7', 1)).toMatchObject({ mass: 1 })
  })

  it('keep their versions when they are taken away, and go on from there', () => {
    const { catalogue, reship } = freshStore()
    catalogue.save({ ...board, mass: 1 }, 0, by('Ann'))
    expect(() => catalogue.remove('board', 'corran-7', 7, by('Bo'))).toThrow(StaleDefinition)
    expect(catalogue.remove('board', 'corran-7', 1, by('Bo'))).toBe(true)
    reship()
    expect(catalogue.find('board', 'corran-7')).toMatchObject({ origin: 'shipped', version: 0 })
    expect(catalogue.save({ ...board, mass: 3 }, 0, by('Cy'))).toBe(3)
    expect(catalogue.versions('board', 'corran-7').map(({ gone }) => gone)).toEqual([false, true, false])
    expect(catalogue.version('board', 'corran-7', 2)).toBeUndefined()
  })

  it('lose nothing with ten editors at once: each edit is there, or was refused and put together with the rest', () => {
    const { catalogue } = freshStore()
    const pads = Object.keys(board.pads).slice(0, 10)
    const editors = pads.map((pad, at) => ({ pad, at, base: 0, known: board, left: 10 }))
    let refused = 0
    for (let turn = 0; editors.some(({ left }) => left); turn += 1) {
      const editor = editors[(turn * 7) % 10]!
      if (!editor.left) continue
      const mine = structuredClone(editor.known)
      mine.pads[editor.pad]!.label = `${editor.at}.${editor.left}`
      try {
        editor.base = catalogue.save(mine, editor.base, by(`editor ${editor.at}`))
        editor.known = mine
      } catch (error) {
        expect(error).toBeInstanceOf(StaleDefinition)
        refused += 1
        const found = catalogue.find('board', 'corran-7')!
        const { value: merged, conflicts } = mergeValues(editor.known, mine, found.definition as typeof board)
        expect(conflicts).toEqual([])
        editor.base = catalogue.save(merged, found.version, by(`editor ${editor.at}`))
        editor.known = merged
      }
      editor.left -= 1
    }
    expect(refused).toBeGreaterThan(50)
    const { definition, version } = catalogue.find('board', 'corran-7')!
    expect(version).toBe(100)
    expect(pads.map((pad) => (definition as typeof board).pads[pad]!.label)).toEqual(pads.map((_, at) => `${at}.1`))
    expect(catalogue.versions('board', 'corran-7')).toHaveLength(100)
  })

  it('that cannot be read hide no others', () => {
    const { catalogue, connection } = freshStore()
    connection.prepare(`UPDATE definitions SET document = '{"half": ' WHERE id = 'corran-7'`).run()
    const { library: found, unreadable } = catalogue.library()
    expect(unreadable).toMatchObject([{ kind: 'board', id: 'corran-7' }])
    expect(Object.keys(found.boards).length).toBe(Object.keys(library.boards).length - 1)
    expect(catalogue.raw('board', 'corran-7')).toBe('{"half": ')
  })

  it('of an earlier program become the first version when they are changed', () => {
    const { catalogue, connection } = freshStore()
    connection
      .prepare(`UPDATE definitions SET origin = 'own', version = 1, document = ? WHERE id = 'corran-7'`)
      .run(JSON.stringify({ ...board, mass: 5 }))
    expect(catalogue.save({ ...board, mass: 6 }, 1, by('Ann'))).toBe(2)
    expect(catalogue.version('board', 'corran-7', 1)).toMatchObject({ mass: 5 })
  })
})
