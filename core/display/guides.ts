import type { PlacedElement } from './screen'

/** What helps to place an element: lines on which it stands with others, and free cells around it. */
export interface Guides {
  /** Columns and rows, in cells from the corner, in which an edge or the middle of it meets that of another. */
  columns: number[]
  rows: number[]
  /** Free cells to the next element, or to the edge of the grid, each way. */
  free: { left: number; right: number; above: number; below: number }
}

const marks = (from: number, size: number) => [from, from + size / 2, from + size]

/** Guides of one element among the others of its layout. */
export function guidesOf(of: PlacedElement, all: PlacedElement[], grid: { columns: number; rows: number }): Guides {
  const others = all.filter(({ element }) => element.id !== of.element.id)
  const met = (own: number[], theirs: number[][]) => own.filter((mark, at) => theirs.some((each) => each[at] === mark))
  const beside = others.filter(({ row, height }) => row < of.row + of.height && of.row < row + height)
  const stacked = others.filter(({ column, width }) => column < of.column + of.width && of.column < column + width)
  const right = of.column + of.width
  const below = of.row + of.height
  return {
    columns: met(
      marks(of.column, of.width),
      others.map(({ column, width }) => marks(column, width)),
    ),
    rows: met(
      marks(of.row, of.height),
      others.map(({ row, height }) => marks(row, height)),
    ),
    free: {
      left: of.column - Math.max(0, ...beside.map(({ column, width }) => column + width).filter((end) => end <= of.column)),
      right: Math.min(grid.columns, ...beside.map(({ column }) => column).filter((start) => start >= right)) - right,
      above: of.row - Math.max(0, ...stacked.map(({ row, height }) => row + height).filter((end) => end <= of.row)),
      below: Math.min(grid.rows, ...stacked.map(({ row }) => row).filter((start) => start >= below)) - below,
    },
  }
}
