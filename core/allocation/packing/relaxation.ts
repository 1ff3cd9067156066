import { assign, type Pairings } from './assignment'
import { hasBit, type Bits } from './bits'
import type { Compiled } from './conflicts'

/** What is still to be decided at a node of the search. */
export interface Undecided {
  /** Options still open. */
  open: Bits
  /** What is left of each capacity. */
  left: Float64Array
  /** Items not yet fixed. */
  free: number[]
  fixedCost: number
  /** Prices to start from, and afterwards those of the best bound found. */
  prices: Float64Array
}

/** A least-cost assignment under prices, and what it proves. */
export interface Relaxed {
  /** No completion of the node costs less. */
  bound: number
  /** Option of each free item. */
  chosen: number[]
  /** By how much the bound rises at least when the option is taken. */
  reducedCost: (option: number) => number
}

/**
 * Lagrangian relaxation of a packing. Main units stay exact: each node solves a
 * least-cost assignment of items to them. Further units (Σ x ≤ 1) and capacities
 * (Σ load ≤ limit), which the assignment leaves out, carry prices instead; shared
 * settings are left to the branching, since their prices converge too slowly to
 * help. Any prices ≥ 0 give a lower bound; `reprice` moves them by a subgradient
 * step towards the best one (Held, Wolfe and Crowder, Mathematical Programming 6, 1974).
 * Costs and loads are whole and prices dyadic fractions, so that sums, duals and bounds
 * are exact and may be compared without an allowance.
 */
export class Relaxation {
  /** Column of each option's main unit; −1 when it has none. */
  private readonly column: Int32Array
  private readonly columns: number
  /** Rows that carry a price: those of option o are rows[firstRow[o]] … rows[endRow[o] − 1], taken `amounts` of. */
  private readonly firstRow: Int32Array
  private readonly endRow: Int32Array
  private readonly rows: Int32Array
  private readonly amounts: Float64Array
  /** For each row its capacity; −1 when it is a unit. */
  private readonly capacityOf: number[] = []
  private readonly slope: Float64Array
  /** Rows that some open option takes of. */
  private readonly seen: Uint8Array
  private readonly full: Float64Array
  /** Room for the pairings of a node, and the cheapest option of each. */
  private readonly pairings: Omit<Pairings, 'rows' | 'columns'>
  private readonly cheapest: Int32Array
  /** Where each column was last met. */
  private readonly pairingAt: Int32Array
  /** Prices are whole multiples of it: so every sum of costs and prices is exact. */
  private readonly grain: number
  /** No price goes beyond it, for a row of which one may be had. */
  private readonly highest: number

  /** @param ceiling more than any choice of the group costs */
  constructor(
    private readonly compiled: Compiled,
    group: number[],
    ceiling: number,
  ) {
    const { options, optionsOfItem, scarce } = compiled
    const members = group.flatMap((item) => optionsOfItem[item]!)
    this.column = new Int32Array(options.length).fill(-1)
    const columnOfUnit = new Map<number, number>()
    const rowOfUnit = new Map<number, number>()
    const rowOfCapacity = new Map<number, number>()
    for (const option of members) {
      const { units, loads } = options[option]!
      const [main, ...further] = units
      if (main !== undefined) {
        if (!columnOfUnit.has(main)) columnOfUnit.set(main, columnOfUnit.size)
        this.column[option] = columnOfUnit.get(main)!
      }
      for (const unit of further) if (!rowOfUnit.has(unit)) rowOfUnit.set(unit, this.capacityOf.push(-1) - 1)
      for (const [capacity] of loads) {
        if (scarce[capacity] && !rowOfCapacity.has(capacity)) rowOfCapacity.set(capacity, this.capacityOf.push(capacity) - 1)
      }
    }
    this.columns = columnOfUnit.size
    const rows: number[] = []
    const amounts: number[] = []
    this.firstRow = new Int32Array(options.length)
    this.endRow = new Int32Array(options.length)
    for (const option of members) {
      const { units, loads } = options[option]!
      this.firstRow[option] = rows.length
      for (const unit of units) {
        const row = rowOfUnit.get(unit)
        if (row === undefined) continue
        rows.push(row)
        amounts.push(1)
      }
      for (const [capacity, amount] of loads) {
        const row = rowOfCapacity.get(capacity)
        if (row === undefined) continue
        rows.push(row)
        amounts.push(amount)
      }
      this.endRow[option] = rows.length
    }
    this.rows = Int32Array.from(rows)
    this.amounts = Float64Array.from(amounts)
    this.slope = new Float64Array(this.capacityOf.length)
    this.seen = new Uint8Array(this.capacityOf.length)
    this.full = new Float64Array(options.length)
    this.pairings = {
      firstOf: new Int32Array(group.length + 1),
      column: new Int32Array(members.length),
      cost: new Float64Array(members.length),
    }
    this.cheapest = new Int32Array(members.length)
    this.pairingAt = new Int32Array(this.columns + group.length)
    const most = members.reduce((sum, option) => Math.max(sum, this.endRow[option]! - this.firstRow[option]!), 0)
    this.highest = 2 ** Math.ceil(Math.log2(ceiling + 1))
    this.grain = grainFor(this.highest, group.length, most, this.slope.length)
  }

  /** Prices of nothing. */
  noPrices(): Float64Array {
    return new Float64Array(this.slope.length)
  }

  /** Price of one of a capacity. */
  priceOf(prices: Float64Array, capacity: number): number {
    const row = this.capacityOf.indexOf(capacity)
    return row < 0 ? 0 : prices[row]!
  }

  /**
   * The assignment under a node's prices.
   * @returns undefined when the free items cannot all be given a main unit
   */
  solve(node: Undecided): Relaxed | undefined {
    const { options, itemOf, first } = this.compiled
    const { free, prices } = node
    const { full, column, seen, rows, amounts, firstRow, endRow, pairings, cheapest } = this
    const shared = this.columns
    seen.fill(0)
    let count = 0
    for (let row = 0; row < free.length; row += 1) {
      pairings.firstOf[row] = count
      const start = first[free[row]!]!
      const end = first[free[row]! + 1]!
      for (let option = start; option < end; option += 1) {
        if (!hasBit(node.open, option)) continue
        let sum = options[option]!.cost
        for (let at = firstRow[option]!; at < endRow[option]!; at += 1) {
          sum += prices[rows[at]!]! * amounts[at]!
          seen[rows[at]!] = 1
        }
        full[option] = sum
        const to = column[option]! < 0 ? shared + row : column[option]!
        const known = this.pairingAt[to]!
        if (known >= pairings.firstOf[row]! && known < count && pairings.column[known] === to) {
          if (sum >= pairings.cost[known]!) continue
          pairings.cost[known] = sum
          cheapest[known] = option
          continue
        }
        this.pairingAt[to] = count
        pairings.column[count] = to
        pairings.cost[count] = sum
        cheapest[count] = option
        count += 1
      }
    }
    pairings.firstOf[free.length] = count
    const assignment = assign({ ...pairings, rows: free.length, columns: shared + free.length })
    if (!assignment) return undefined
    const chosen = free.map((_, row) => cheapest[assignment.taken[row]!]!)
    const bound = node.fixedCost + assignment.cost - this.rebate(node, chosen)
    const costs = full.slice()
    const rowOf = new Map(free.map((item, row) => [item, row]))
    return {
      bound,
      chosen,
      reducedCost: (option) => {
        const row = rowOf.get(itemOf[option]!)!
        const at = column[option]! < 0 ? shared + row : column[option]!
        return Math.max(0, costs[option]! - assignment.rows[row]! - assignment.columns[at]!)
      },
    }
  }

  /** What the prices pay back: each row's limit at its price. Leaves the slope of the bound behind. */
  private rebate({ prices, left }: Undecided, chosen: number[]): number {
    const { slope, seen, rows, amounts, firstRow, endRow, capacityOf } = this
    slope.fill(0)
    for (const option of chosen) {
      for (let at = firstRow[option]!; at < endRow[option]!; at += 1) slope[rows[at]!]! += amounts[at]!
    }
    let paid = 0
    for (let row = 0; row < slope.length; row += 1) {
      if (!seen[row]) continue
      const limit = capacityOf[row]! < 0 ? 1 : left[capacityOf[row]!]!
      paid += prices[row]! * limit
      slope[row]! -= limit
    }
    return paid
  }

  /**
   * Prices one step along the slope of the bound last solved.
   * @param rise how far the bound is to rise if it went on as steeply
   * @returns undefined when the bound cannot rise from here
   */
  reprice(prices: Float64Array, rise: number): Float64Array | undefined {
    const { slope } = this
    let length = 0
    for (let row = 0; row < slope.length; row += 1) {
      if (slope[row]! < 0 && prices[row] === 0) slope[row] = 0
      length += slope[row]! * slope[row]!
    }
    if (length === 0) return undefined
    const { grain, highest, capacityOf, compiled } = this
    const step = rise / length
    return prices.map((price, row) => {
      const limit = capacityOf[row]! < 0 ? 1 : Math.max(1, compiled.packing.capacities[capacityOf[row]!]!)
      const moved = Math.min(highest / limit, Math.max(0, price + step * slope[row]!))
      return Math.floor(moved / grain) * grain
    })
  }
}

/**
 * The finest grain of prices at which every number that a relaxation works with stays
 * below 2^52 grains: costs of all items, each with prices up to `highest` on its rows,
 * and the rebate of all rows.
 */
export function grainFor(highest: number, items: number, rowsOfOption: number, rows: number): number {
  const largest = highest * (2 * items * (1 + rowsOfOption) + rows + 1)
  return 2 ** (Math.ceil(Math.log2(largest)) - 52)
}
