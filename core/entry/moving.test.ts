import { describe, expect, it } from 'vitest'
import { blankBoard, type BoardDefinition } from '../catalogue'
import { readDefinition } from '../schema'
import {
  boardOfRows,
  rowOfPad,
  rowOfPads,
  runningLabels,
  withAlignedPads,
  withConnector,
  withMovedPads,
  usbBeside,
  withoutPads,
  type Spot,
} from '.'

const wish = { keepOthers: true, accepted: true, corners: [] }
/** A board with a row more. */
function withRow(board: BoardDefinition, first: string, count: number, from: Spot, to: Spot) {
  return boardOfRows(board, rowOfPads(runningLabels([first], count), from, to, 'top'), wish).board
}
const board = withRow(
  withRow(blankBoard('own', 'Own'), 'M1', 8, { x: 4, y: 1.6 }, { x: 25, y: 1.6 }),
  'TX1',
  6,
  { x: 1.6, y: 6 },
  { x: 1.6, y: 18 },
)

describe('connectors', () => {
  const contacts = rowOfPads(['5V', 'GND', 'TX5', 'RX5'], { x: 12, y: 34 }, { x: 15, y: 34 }, 'bottom')

  it('lie around their contacts, which are numbered in their order', () => {
    const begun = withConnector(board, contacts, { label: '', kind: 'JST-SH 1.0' })
    const made = boardOfRows(begun.board, begun.rows, wish).board
    expect(made.connectors.J1).toEqual({
      label: 'J1',
      type: 'JST-SH 1.0 ×4',
      x: 10.5,
      y: 32.6,
      width: 6,
      height: 2.8,
      side: 'bottom',
    })
    const there = Object.values(made.pads).filter(({ connector }) => connector === 'J1')
    expect(there.map(({ label, position, side }) => [label, position, side])).toEqual([
      ['5V', 1, 'bottom'],
      ['GND', 2, 'bottom'],
      ['TX5', 3, 'bottom'],
      ['RX5', 4, 'bottom'],
    ])
    expect(readDefinition(made)).toEqual(made)
    // One that stands upright, and names that are taken.
    const upright = withConnector(made, rowOfPads(['SDA', 'SCL'], { x: 30, y: 5 }, { x: 30, y: 6 }, 'top'), {
      label: 'J1',
      kind: '0.1 in',
    })
    expect(upright.board.connectors.J1_2).toMatchObject({ label: 'J1', width: 2.8, height: 4, x: 28.6, y: 3.5 })
    const free = withConnector(upright.board, contacts, { label: '', kind: '0.1 in' })
    expect(Object.keys(free.board.connectors)).toEqual(['J1', 'J1_2', 'J2'])
  })

  it('go along when all their contacts are moved, and are gone with the last of them', () => {
    const begun = withConnector(board, contacts, { label: 'GPS', kind: 'JST-GH 1.25' })
    const made = boardOfRows(begun.board, begun.rows, wish).board
    const all = Object.keys(made.pads).filter((id) => made.pads[id]!.connector === 'GPS')
    expect(rowOfPad(made, all[2]!)).toEqual(all)
    expect(withMovedPads(made, all, { x: 2, y: -1 }).connectors.GPS).toMatchObject({ x: 12.5, y: 31.6 })
    expect(withMovedPads(made, all.slice(1), { x: 2, y: -1 }).connectors.GPS).toMatchObject({ x: 10.5, y: 32.6 })
    expect(withoutPads(made, all.slice(1)).connectors.GPS).toBeDefined()
    const without = withoutPads(made, all)
    expect(without.connectors.GPS).toBeUndefined()
    expect(without.pads).toEqual(board.pads)
    expect(readDefinition(without)).toEqual(without)
  })
})

describe('rows', () => {
  it('are told by line and distance, across or down, whichever has more', () => {
    expect(rowOfPad(board, 'M4')).toEqual(['M1', 'M2', 'M3', 'M4', 'M5', 'M6', 'M7', 'M8'])
    expect(rowOfPad(board, 'RX2')).toEqual(['TX1', 'RX1', 'TX2', 'RX2', 'TX3', 'RX3'])
    const far = withMovedPads(board, ['M8'], { x: 7, y: 0 })
    expect(rowOfPad(far, 'M8')).toEqual(['M8'])
    expect(rowOfPad(far, 'M1')).toHaveLength(7)
    expect(rowOfPad(board, 'none')).toEqual([])
  })

  it('are moved whole, the rest stays; the board cannot be left far behind', () => {
    const row = rowOfPad(board, 'M4')
    const moved = withMovedPads(board, row, { x: 0.1, y: 0.25 })
    for (const [id, pad] of Object.entries(board.pads)) {
      const by = row.includes(id) ? { x: 0.1, y: 0.25 } : { x: 0, y: 0 }
      expect(moved.pads[id]!.x).toBeCloseTo(pad.x + by.x, 9)
      expect(moved.pads[id]!.y).toBeCloseTo(pad.y + by.y, 9)
    }
    const lost = withMovedPads(board, row, { x: 9000, y: -9000 })
    expect(readDefinition(lost)).toEqual(lost)
  })

  it('are straightened with even distances between the first and the last', () => {
    const shaken = withMovedPads(withMovedPads(board, ['M3'], { x: 0.7, y: 0.3 }), ['M6'], { x: -0.4, y: -0.3 })
    const straight = withAlignedPads(shaken, rowOfPad(board, 'M1'))
    const xs = ['M1', 'M2', 'M3', 'M4', 'M5', 'M6', 'M7', 'M8'].map((id) => straight.pads[id]!)
    expect(xs.map(({ x }) => x)).toEqual([4, 7, 10, 13, 16, 19, 22, 25])
    expect(new Set(xs.map(({ y }) => y))).toEqual(new Set([1.6]))
    expect(withAlignedPads(board, ['M1'])).toBe(board)
    const upright = withAlignedPads(withMovedPads(board, ['RX1'], { x: 0.6, y: 1 }), rowOfPad(board, 'TX1'))
    expect(rowOfPad(board, 'TX1').map((id) => upright.pads[id]!.y)).toEqual([6, 8.4, 10.8, 13.2, 15.6, 18])
    expect(new Set(rowOfPad(board, 'TX1').map((id) => upright.pads[id]!.x)).size).toBe(1)
  })
})

it('a USB plug opens over the next edge', () => {
  const size = { width: 36, height: 30 }
  expect(usbBeside({ x: 12.345, y: 28 }, size)).toEqual({ x: 12.35, y: 30, edge: 'bottom' })
  expect(usbBeside({ x: 12, y: -3 }, size)).toEqual({ x: 12, y: 0, edge: 'top' })
  expect(usbBeside({ x: 1, y: 15 }, size)).toEqual({ x: 0, y: 15, edge: 'left' })
  expect(usbBeside({ x: 40, y: 15 }, size)).toEqual({ x: 36, y: 15, edge: 'right' })
})
