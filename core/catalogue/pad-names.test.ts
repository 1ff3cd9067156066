import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { ordinal, padNames, resolveBoard } from './index'

const every = Object.values(library.boards).flatMap((definition) =>
  Object.keys(definition.revisions).map((revision) => resolveBoard(definition, revision, Object.keys(definition.firmwares)[0]!)),
)

describe('names of pads', () => {
  it.each(every.map((board) => [`${board.name} ${board.revision}`, board] as const))('are unlike on %s', (_, board) => {
    const names = padNames(board)
    const full = board.pads.map(({ id, connector, position }) => `${names.get(id)} ${connector ?? ''} ${position ?? ''}`)
    expect(new Set(full).size).toBe(board.pads.length)
  })
  it('say where a pad lies whose label others bear too, and nothing more of one whose label is its own', () => {
    const board = every.find(({ name }) => name === 'Corran 7')!
    const names = padNames(board)
    expect(names.get('TX1')).toBe('TX1')
    expect(names.get('V5_2')).toBe('5V (left, 2nd)')
    const fives = board.pads.filter(({ label, connector }) => label === '5V' && !connector)
    const left = fives.filter(({ x }) => x < 3).sort((one, other) => one.y - other.y)
    expect(left.map(({ id }) => names.get(id))).toEqual(left.map((_, at) => `5V (left, ${ordinal(at + 1)})`))
  })
  it('count as English does', () => {
    expect([1, 2, 3, 4, 11, 12, 13, 21, 22, 23, 101, 111].map(ordinal).join(' ')).toBe(
      '1st 2nd 3rd 4th 11th 12th 13th 21st 22nd 23rd 101st 111th',
    )
  })
})
