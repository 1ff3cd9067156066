/** Cost of a pairing that is not allowed. */
export const forbidden = Number.POSITIVE_INFINITY

/** Pairings that are allowed, row by row: those of row r are at firstOf[r] … firstOf[r + 1] − 1. */
export interface Pairings {
  rows: number
  columns: number
  firstOf: Int32Array
  column: Int32Array
  cost: Float64Array
}

export interface Assignment {
  /** Where the pairing taken by each row stands in `column` and `cost`. */
  taken: Int32Array
  /** Dual values; cost − rows[row] − columns[column] ≥ 0 for each allowed pairing. */
  rows: Float64Array
  columns: Float64Array
  cost: number
}

/** What an assignment is worked out in: made once where many are. */
export interface Room {
  rowAt: Int32Array
  distance: Float64Array
  cameBy: Int32Array
  cameFrom: Int32Array
  /** 0 not met, 1 met, 2 settled. */
  state: Uint8Array
  met: Int32Array
}

/** Room for assignments to so many columns. */
export function roomFor(columns: number): Room {
  return {
    rowAt: new Int32Array(columns),
    distance: new Float64Array(columns),
    cameBy: new Int32Array(columns),
    cameFrom: new Int32Array(columns),
    state: new Uint8Array(columns),
    met: new Int32Array(columns),
  }
}

/**
 * Gives each row a column of its own at least cost, by shortest augmenting paths over the
 * allowed pairings only (Jonker and Volgenant, Computing 38, 1987). Costs whose sums are
 * exact give exact duals.
 * @returns undefined when the rows cannot all be given a column
 */
export function assign({ rows, columns, firstOf, column, cost }: Pairings, room = roomFor(columns)): Assignment | undefined {
  const { rowAt, distance, cameBy, cameFrom, state, met } = room
  const dual = new Float64Array(columns)
  const taken = new Int32Array(rows).fill(-1)
  rowAt.fill(-1)
  state.fill(0)
  for (let start = 0; start < rows; start += 1) {
    let count = 0
    let row = start
    let offset = 0
    let nearest = 0
    let end = -1
    for (;;) {
      for (let at = firstOf[row]!; at < firstOf[row + 1]!; at += 1) {
        const to = column[at]!
        if (state[to] === 2) continue
        const length = cost[at]! - dual[to]! - offset
        if (state[to] === 0) {
          state[to] = 1
          met[count] = to
          count += 1
        } else if (length >= distance[to]!) continue
        distance[to] = length
        cameBy[to] = at
        cameFrom[to] = row
      }
      nearest = forbidden
      end = -1
      for (let at = 0; at < count; at += 1) {
        const to = met[at]!
        if (state[to] === 1 && distance[to]! < nearest) {
          nearest = distance[to]!
          end = to
        }
      }
      if (end < 0) return undefined
      if (rowAt[end]! < 0) break
      state[end] = 2
      row = rowAt[end]!
      offset = cost[taken[row]!]! - dual[end]! - nearest
    }
    for (let at = 0; at < count; at += 1) {
      const to = met[at]!
      if (state[to] === 2) dual[to]! += distance[to]! - nearest
      state[to] = 0
    }
    for (let to = end; ;) {
      const from = cameFrom[to]!
      const before = taken[from]!
      taken[from] = cameBy[to]!
      rowAt[to] = from
      if (from === start) break
      to = column[before]!
    }
  }
  const rowDual = new Float64Array(rows)
  let total = 0
  for (let row = 0; row < rows; row += 1) {
    const at = taken[row]!
    rowDual[row] = cost[at]! - dual[column[at]!]!
    total += cost[at]!
  }
  return { taken, rows: rowDual, columns: dual, cost: total }
}
