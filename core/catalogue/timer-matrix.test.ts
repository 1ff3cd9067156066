import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { cellMeant, cellText, sharedStreams, timerRows, withTimerCell } from './timer-matrix'

const boards = Object.values(library.boards)

describe('pins against timers', () => {
  it('holds every function of every shipped board that a timer serves, and no other', () => {
    for (const board of boards) {
      const inRows = timerRows(board).flatMap(({ pin, use, cells }) =>
        Object.entries(cells).map(([timer, cell]) => JSON.stringify([pin, use, timer, cell.channel, cell.dma])),
      )
      const inPins = Object.entries(board.pins).flatMap(([pin, { functions }]) =>
        functions
          .filter(({ as, of }) => (as === 'pulse' || as === 'led-data') && of)
          .map(({ as, of, channel, dma }) => JSON.stringify([pin, as, of, channel, dma])),
      )
      expect(inRows.toSorted(), board.id).toEqual(inPins.toSorted())
    }
  })

  it('has outputs first, by their numbers', () => {
    const rows = timerRows(library.boards['corran-7']!)
    const numbers = rows.map(({ pin }) =>
      Math.min(...Object.values(library.boards['corran-7']!.pads).map((pad) => (pad.pin === pin && pad.output) || Infinity)),
    )
    expect(numbers).toEqual(numbers.toSorted((a, b) => a - b))
    expect(numbers[0]).toBe(1)
  })

  it('is typed back as it is shown: the board stays the same', () => {
    for (const board of boards) {
      let after = board
      for (const { pin, use, cells } of timerRows(board))
        for (const timer of Object.keys(board.timers))
          after = withTimerCell(after, { pin, use, timer }, cellMeant(cellText(cells[timer])))
      expect(after, board.id).toEqual(board)
    }
  })

  it('takes a function away and puts another in, leaving the others in their order', () => {
    const board = library.boards['corran-7']!
    const without = withTimerCell(board, { pin: 'PA0', use: 'pulse', timer: 'tim5' }, undefined)
    expect(without.pins.PA0!.functions.map(({ as }) => as)).toEqual(['uart-tx', 'switch'])
    const other = withTimerCell(board, { pin: 'PA0', use: 'pulse', timer: 'tim1' }, { channel: 3, dma: 'd1s4' })
    expect(other.pins.PA0!.functions.at(-1)).toEqual({ as: 'pulse', of: 'tim1', channel: 3, dma: 'd1s4' })
    expect(other.pins.PA0!.functions).toHaveLength(board.pins.PA0!.functions.length + 1)
  })

  it('tells streams that more than one pin takes', () => {
    const board = library.boards['corran-7']!
    const twice = withTimerCell(
      withTimerCell(board, { pin: 'PA0', use: 'pulse', timer: 'tim5' }, { channel: 1, dma: 'd9s9' }),
      { pin: 'PA1', use: 'pulse', timer: 'tim5' },
      { channel: 2, dma: 'd9s9' },
    )
    expect(sharedStreams(timerRows(twice)).get('d9s9')?.toSorted()).toEqual(['PA0', 'PA1'])
    expect(sharedStreams(timerRows(board)).has('d9s9')).toBe(false)
  })

  it('refuses what is no cell, and says what is', () => {
    expect(cellMeant(' 2  d1s4 ')).toEqual({ channel: 2, dma: 'd1s4' })
    expect(cellMeant('d1s4')).toEqual({ dma: 'd1s4' })
    expect(cellMeant('  ')).toBeUndefined()
    // Driven, and nobody knows by which channel: that is not the same as not driven.
    expect([cellText({}), cellMeant('?'), cellText(undefined)]).toEqual(['?', {}, ''])
    for (const nonsense of ['1 2', '99', '-5', '1,5', '<b>x</b>', '2 d1 d2', '=1+1', '1e309'])
      expect(() => cellMeant(nonsense), nonsense).toThrow('is not a channel, such as 2')
  })
})
