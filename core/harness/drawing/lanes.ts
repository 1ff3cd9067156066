import { grid, type Brim, type Side } from './model'

/** A wire that has to pass above or below the board on its way to a side. */
export interface LaneRequest {
  id: string
  side: Side
  /** Where it comes from, from the board's left edge. */
  across: number
  brim: Brim
  /** Height of its row at the device. */
  row: number
}

/** Lines this near each other would read as one. */
export const least = 5

/** A lane may be level with a row that lies at least this far beyond the board's edge. */
export const clearance = grid.stub + grid.lane

/**
 * Heights of lanes above and below the board, from its top edge. A lane is level
 * with the row of its device where that lies beyond the board, so that the wire
 * runs straight on; the others lie next to the board, where among wires that turn
 * the same way the one from farther off takes the farther lane, so that they do
 * not cross.
 * @param rows heights of all rows on each side, to be kept clear of
 * @param reach how far beyond the board a lane may be level with its row
 */
export function layLanes(
  requests: LaneRequest[],
  boardHeight: number,
  rows: Record<Side, number[]>,
  reach: Record<Brim, number> = { top: Infinity, bottom: Infinity },
): Map<string, number> {
  const heights = new Map<string, number>()
  const straight: LaneRequest[] = []
  const beyond = ({ brim, row }: LaneRequest) => (brim === 'top' ? -row : row - boardHeight)
  for (const request of [...requests].sort((a, b) => beyond(a) - beyond(b))) {
    const off = beyond(request)
    if (off < clearance || off > reach[request.brim] || straight.some((other) => meet(request, other))) continue
    straight.push(request)
    heights.set(request.id, request.row)
  }
  for (const brim of ['top', 'bottom'] as const) {
    let far = grid.stub
    const next = (side: Side) => {
      for (;;) {
        far += grid.lane
        const height = brim === 'top' ? -far : boardHeight + far
        const close = (other: number) => Math.abs(other - height) < least
        if (!rows[side].some(close) && !straight.some(({ row }) => close(row))) return height
      }
    }
    for (const side of ['left', 'right'] as const) {
      const farness = ({ across }: LaneRequest) => (side === 'left' ? across : -across)
      requests
        .filter((request) => request.brim === brim && request.side === side && !heights.has(request.id))
        .sort((a, b) => farness(a) - farness(b))
        .forEach((request) => heights.set(request.id, next(side)))
    }
  }
  return heights
}

/** Whether two lanes at the heights of their rows would run into each other. */
function meet(one: LaneRequest, other: LaneRequest): boolean {
  if (Math.abs(one.row - other.row) >= least) return false
  if (one.side === other.side) return true
  const [left, right] = one.side === 'left' ? [one, other] : [other, one]
  return left.across > right.across - least
}
