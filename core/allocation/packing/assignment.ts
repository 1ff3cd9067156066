/** Cost of a pairing that is not allowed. */
export const forbidden = Number.POSITIVE_INFINITY

export interface Assignment {
  /** Column of each row. */
  columnOf: Int32Array
  /** Dual values; cost[row, column] − rows[row] − columns[column] ≥ 0 for each allowed pairing. */
  rows: Float64Array
  columns: Float64Array
  cost: number
}

/**
 * Gives each row a column of its own at least cost, by shortest augmenting
 * paths (the Hungarian method in O(rows² · columns)).
 * @param cost row-major, `rows × columns`, `forbidden` where not allowed
 * @returns undefined when the rows cannot all be given a column
 */
export function assign(cost: Float64Array, rowCount: number, columnCount: number): Assignment | undefined {
  const rowDual = new Float64Array(rowCount + 1)
  const columnDual = new Float64Array(columnCount + 1)
  const rowAt = new Int32Array(columnCount + 1)
  const cameFrom = new Int32Array(columnCount + 1)
  const distance = new Float64Array(columnCount + 1)
  const settled = new Uint8Array(columnCount + 1)
  for (let row = 1; row <= rowCount; row += 1) {
    rowAt[0] = row
    distance.fill(forbidden)
    settled.fill(0)
    let column = 0
    do {
      settled[column] = 1
      const from = rowAt[column]!
      const base = (from - 1) * columnCount - 1
      const dual = rowDual[from]!
      let nearest = forbidden
      let next = -1
      for (let to = 1; to <= columnCount; to += 1) {
        if (settled[to]) continue
        const reduced = cost[base + to]! - dual - columnDual[to]!
        if (reduced < distance[to]!) {
          distance[to] = reduced
          cameFrom[to] = column
        }
        if (distance[to]! < nearest) {
          nearest = distance[to]!
          next = to
        }
      }
      if (next < 0) return undefined
      for (let to = 0; to <= columnCount; to += 1) {
        if (settled[to]) {
          rowDual[rowAt[to]!]! += nearest
          columnDual[to]! -= nearest
        } else {
          distance[to]! -= nearest
        }
      }
      column = next
    } while (rowAt[column] !== 0)
    while (column !== 0) {
      const before = cameFrom[column]!
      rowAt[column] = rowAt[before]!
      column = before
    }
  }
  const columnOf = new Int32Array(rowCount)
  let total = 0
  for (let column = 1; column <= columnCount; column += 1) {
    const row = rowAt[column]!
    if (row === 0) continue
    columnOf[row - 1] = column - 1
    total += cost[(row - 1) * columnCount + column - 1]!
  }
  return { columnOf, rows: rowDual.subarray(1), columns: columnDual.subarray(1), cost: total }
}
