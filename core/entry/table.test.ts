import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { randomBoard } from '../../tests/helpers/random-plan'
import type { BoardDefinition } from '../catalogue'
import { InputError, padColumns, padTableCsv, padTableRows, type PadTableRow } from '../schema'
import { boardOfRows, padRows, pasteLimits, readTable } from '.'

const read = (text: string) => {
  const { rows, uses, unit } = readTable(text)
  return { rows, uses: uses.join(' '), unit }
}

describe('a pasted text', () => {
  it('is read with commas, semicolons, tabs, bars and spaces', () => {
    const expected = {
      rows: [
        ['TX1', '1', '2'],
        ['RX1', '1', '4'],
      ],
      uses: 'label x y',
      unit: 'mm',
    }
    for (const text of [
      'Label,x,y\nTX1,1,2\nRX1,1,4',
      'Label;x;y\r\nTX1;1;2\r\nRX1;1;4\r\n',
      '\uFEFFlabel\tx\ty\nTX1\t1\t2\nRX1\t1\t4',
      '| Label | x | y |\n|---|---|---|\n| TX1 | 1 | 2 |\n| RX1 | 1 | 4 |',
      'Label    x   y\nTX1      1   2\nRX1      1   4',
      'TX1 1 2\nRX1 1 4',
      'TX1, 1, 2\nRX1, 1, 4',
    ])
      expect(read(text), text).toEqual(expected)
  })
  it('may be labels alone, one a line or all on one, with corners at empty lines', () => {
    expect(read('TX1\nRX1\nGND')).toMatchObject({ rows: [['TX1'], ['RX1'], ['GND']], uses: 'label' })
    expect(read('TX1 RX1 5V GND').rows).toHaveLength(4)
    expect(read('TX1, RX1, 5V, GND').rows).toHaveLength(4)
    expect(readTable('TX1\nRX1\n\n\nGND\n\n5V\n\n').corners).toEqual([2, 3])
    expect(read('BAT +\nBAT -\nTX 1').rows).toEqual([['BAT +'], ['BAT -'], ['TX 1']])
  })
  it('tells what its columns are by what is in them', () => {
    expect(read('1\tPA9\tTX1\tUART1 TX\n2\tPA10\tRX1\tUART1 RX\n3\tPB6\tM1\tTimer\n').uses).toBe('none pin label none')
    expect(read('1;TX1;12.5;3\n2;RX1;12.5;5.5\n3;GND;12.5;8').uses).toBe('none label x y')
    expect(read('TX1,top,left\nRX1,bottom,left\nGND,top,right').uses).toBe('label side edge')
    expect(read('Pad name,Function\nA,UART1 TX\nB,UART1 RX').uses).toBe('label functions')
    expect(read('Motor 1;PB0\nMotor 2;PB1').uses).toBe('label pin')
  })
  it('is refused where it is empty or far too much, with the place', () => {
    const problem = (text: string) => {
      try {
        readTable(text)
      } catch (error) {
        return (error as InputError).problems[0]
      }
      return undefined
    }
    expect(problem(' \n\t\n')?.message).toBe('there is nothing in it')
    expect(problem('label,x,y\n')?.message).toBe('it has heads, and no row below them')
    expect(problem('TX1\n'.repeat(100_000))).toEqual({ place: 'row 1001', message: 'it has 100000 rows; up to 1000 are read' })
    expect(problem('x'.repeat(10_000_000))?.message).toMatch(/^it has more than 1000000 characters/)
    expect(problem(`TX1,1\nRX1,${'y'.repeat(300)}`)).toEqual({
      place: 'row 2',
      message: 'it has a cell of 300 characters; up to 200 are read',
    })
    const wide = Array.from({ length: 40 }, () => 'a').join(',')
    expect(problem(`${wide}\n${wide}`)?.message).toMatch(/columns; up to 30/)
    expect(pasteLimits.rows).toBe(1000)
  })
  it('never breaks, whatever it is', () => {
    fc.assert(
      fc.property(
        fc.string({
          unit: fc.constantFrom('T', 'X', '1', ',', ';', '\t', '|', '\n', ' ', '"', '5', 'V', '-', '.'),
          maxLength: 200,
        }),
        (text) => {
          try {
            const { rows, uses } = readTable(text)
            expect(rows.every((row) => row.length === uses.length)).toBe(true)
            expect(uses.filter((use) => use === 'label').length).toBeLessThanOrEqual(1)
          } catch (error) {
            expect(error).toBeInstanceOf(InputError)
          }
        },
      ),
      { seed: 3801, numRuns: 500 },
    )
  })
})

/** The pads of a board as a table in one of several layouts. */
const layouts: ((board: BoardDefinition) => string)[] = [
  padTableCsv,
  (board) => laidOut(board, ['functions', 'label', 'y', 'x', 'side', 'pin', 'pad', 'contact', 'connector', 'output'], '\t'),
  (board) => laidOut(board, [...padColumns], ' | '),
]
function laidOut(board: BoardDefinition, columns: (keyof PadTableRow)[], separator: string): string {
  const heads: Partial<Record<string, string>> = { label: 'Silk', functions: 'Can be', pin: 'MCU pin', x: 'X', y: 'Y' }
  return [
    columns.map((column) => heads[column] ?? column),
    ...padTableRows(board).map((row) => columns.map((column) => row[column])),
  ]
    .map((row) => `${separator.trim()}${row.join(separator)}${separator.trim()}`)
    .map((line) => (separator === '\t' ? line.replace(/^\t|\t$/g, '') : line))
    .join('\n')
}

describe('a board written as a pad table', () => {
  it('is the same board when it is read again, in three layouts', () => {
    fc.assert(
      fc.property(randomBoard, fc.nat(2), (board, layout) => {
        const table = readTable(layouts[layout]!(board))
        const rows = padRows(table, { uses: table.uses, unit: table.unit, upwards: false })
        const bare = {
          ...board,
          pads: {},
          pins: Object.fromEntries(Object.entries(board.pins).map(([id, pin]) => [id, { ...pin, functions: [] }])),
        }
        const { board: again } = boardOfRows(bare, rows, { keepOthers: false, accepted: false, corners: [] })
        expect(again).toEqual(board)
      }),
      { seed: 3802, numRuns: 300 },
    )
  })
})
