import { assign, roomFor, type Pairings, type Room } from './assignment'
import { dropBit, hasBit, type Bits } from './bits'
import type { Compiled } from './conflicts'
import { memo } from './maps'
import { pricedRows, type PricedRows } from './rows'

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
  /** Closes what makes the bound rise by more than that, among what is open. */
  closeBeyond: (rise: number, open: Bits) => void
}

/**
 * Lagrangian relaxation of a packing. Main units stay exact: each node solves a
 * least-cost assignment of items to them. Further units (Σ x ≤ 1) and capacities
 * (Σ load ≤ limit), which the assignment leaves out, carry prices instead. So may shared
 * settings: who asks for a value pays a price, and the dearest value of each setting is paid back,
 * since one may be had. Any prices ≥ 0 give a lower bound; `reprice` moves them by a subgradient
 * step towards the best one (Held, Wolfe and Crowder, Mathematical Programming 6, 1974), those of
 * settings only once another solver has named some (`pricesNamed`): from nothing they converge too
 * slowly to help.
 * Costs and loads are whole and prices dyadic fractions, so that sums, duals and bounds
 * are exact and may be compared without an allowance.
 */
export class Relaxation {
  /** Column of each option's main unit; −1 when it has none. */
  private readonly column: Int32Array
  private readonly columns: number
  private readonly plain: PricedRows
  /** The same with rows for those who ask for shared settings. */
  private asking: PricedRows | undefined
  /** By how much the choice last solved exceeds each row. */
  private slope: Float64Array
  /** Rows that some open option takes of. */
  private seen: Uint8Array
  /** What each option of the group costs under prices, item by item: that of option o at o + placed[its item]. */
  private readonly full: Float64Array
  private readonly placed: Int32Array
  /** Room for the pairings of a node, and the cheapest option of each. */
  private readonly pairings: Omit<Pairings, 'rows' | 'columns'>
  private readonly cheapest: Int32Array
  private readonly room: Room
  /** Where each column was last met. */
  private readonly pairingAt: Int32Array
  /** The dearest option that may be used, and those of all items together. */
  private dearest = 0
  private together = 0

  constructor(
    private readonly compiled: Compiled,
    private readonly group: number[],
  ) {
    const { options, optionsOfItem } = compiled
    const members = group.flatMap((item) => optionsOfItem[item]!)
    this.column = new Int32Array(options.length).fill(-1)
    const columnOfUnit = new Map<number, number>()
    for (const option of members) {
      const [main] = options[option]!.units
      if (main !== undefined) this.column[option] = memo(columnOfUnit, main, () => columnOfUnit.size)
    }
    this.columns = columnOfUnit.size
    this.plain = pricedRows(compiled, group, false)
    this.slope = new Float64Array(this.plain.count)
    this.seen = new Uint8Array(this.plain.count)
    this.full = new Float64Array(members.length)
    this.placed = new Int32Array(optionsOfItem.length)
    let place = 0
    for (const item of group) {
      this.placed[item] = place - compiled.first[item]!
      place += optionsOfItem[item]!.length
    }
    this.pairings = {
      firstOf: new Int32Array(group.length + 1),
      column: new Int32Array(members.length),
      cost: new Float64Array(members.length),
    }
    this.cheapest = new Int32Array(members.length)
    this.room = roomFor(this.columns + group.length)
    this.pairingAt = new Int32Array(this.columns + group.length)
  }

  /** Fits prices to the options that may be used: none is higher than it can ever help. */
  tune(open: Bits): void {
    const { options, optionsOfItem } = this.compiled
    this.dearest = this.together = 0
    for (const item of this.group) {
      let dearest = 0
      for (const option of optionsOfItem[item]!) if (hasBit(open, option)) dearest = Math.max(dearest, options[option]!.cost)
      this.dearest = Math.max(this.dearest, dearest)
      this.together += dearest
    }
  }

  /** Prices of nothing. */
  noPrices(): Float64Array {
    return new Float64Array(this.plain.count)
  }

  /** The rows that prices are of. */
  private rowsOf(prices: Float64Array): PricedRows {
    return prices.length === this.plain.count ? this.plain : this.asking!
  }

  /** Prices by the names of their rows, those of shared settings among them. */
  pricesNamed(named: [number, number][]): Float64Array {
    const rows = (this.asking ??= pricedRows(this.compiled, this.group, true))
    if (this.slope.length < rows.count) {
      this.slope = new Float64Array(rows.count)
      this.seen = new Uint8Array(rows.count)
    }
    const prices = new Float64Array(rows.count)
    for (const [name, price] of named) {
      const row = rows.named.get(name)
      if (row !== undefined && Number.isFinite(price)) prices[row] = price
    }
    return this.fitted(prices)
  }

  /**
   * The assignment under a node's prices.
   * @returns undefined when the free items cannot all be given a main unit
   */
  solve(node: Undecided): Relaxed | undefined {
    const { options, itemOf, first } = this.compiled
    const { free, prices } = node
    const { full, placed, column, seen, pairings, cheapest } = this
    const { of: rows, amounts, firstOf: firstRow, endOf: endRow } = this.rowsOf(prices)
    const shared = this.columns
    seen.fill(0)
    let count = 0
    for (let row = 0; row < free.length; row += 1) {
      pairings.firstOf[row] = count
      const start = first[free[row]!]!
      const end = first[free[row]! + 1]!
      const place = placed[free[row]!]!
      for (let option = start; option < end; option += 1) {
        if (!hasBit(node.open, option)) continue
        let sum = options[option]!.cost
        for (let at = firstRow[option]!; at < endRow[option]!; at += 1) {
          sum += prices[rows[at]!]! * amounts[at]!
          seen[rows[at]!] = 1
        }
        full[place + option] = sum
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
    const assignment = assign({ ...pairings, rows: free.length, columns: shared + free.length }, this.room)
    if (!assignment) return undefined
    const chosen: number[] = []
    for (let row = 0; row < free.length; row += 1) chosen.push(cheapest[assignment.taken[row]!]!)
    const bound = node.fixedCost + assignment.cost - this.rebate(node, chosen)
    const costs = full.slice()
    const { rows: ofRow, columns: ofColumn } = assignment
    return {
      bound,
      chosen,
      reducedCost: (option) => {
        const item = itemOf[option]!
        const row = free.indexOf(item)
        const at = column[option]! < 0 ? shared + row : column[option]!
        return Math.max(0, costs[placed[item]! + option]! - ofRow[row]! - ofColumn[at]!)
      },
      closeBeyond: (rise, open) => {
        for (let row = 0; row < free.length; row += 1) {
          const most = rise + ofRow[row]!
          const end = first[free[row]! + 1]!
          const place = placed[free[row]!]!
          for (let option = first[free[row]!]!; option < end; option += 1) {
            const at = column[option]! < 0 ? shared + row : column[option]!
            if (costs[place + option]! - ofColumn[at]! > most && hasBit(open, option)) dropBit(open, option)
          }
        }
      },
    }
  }

  /**
   * What the prices pay back: each row's limit at its price, and of each shared setting what its
   * dearest value's askers pay. Leaves the slope of the bound behind.
   */
  private rebate({ prices, left }: Undecided, chosen: number[]): number {
    const { slope, seen } = this
    const { of: rows, amounts, firstOf: firstRow, endOf: endRow, capacity, settings, limited } = this.rowsOf(prices)
    slope.fill(0)
    for (const option of chosen) {
      for (let at = firstRow[option]!; at < endRow[option]!; at += 1) slope[rows[at]!]! += amounts[at]!
    }
    let paid = 0
    for (let row = 0; row < limited; row += 1) {
      if (!seen[row]) continue
      const limit = capacity[row]! < 0 ? 1 : left[capacity[row]!]!
      paid += prices[row]! * limit
      slope[row]! -= limit
    }
    for (const values of settings) {
      let most = 0
      let had: number[] = []
      for (const askers of values) {
        let sum = 0
        for (const row of askers) if (seen[row]) sum += prices[row]!
        if (sum > most) [most, had] = [sum, askers]
      }
      paid += most
      for (const row of had) slope[row]! -= 1
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
    const { limited } = this.rowsOf(prices)
    let length = 0
    for (let row = 0; row < prices.length; row += 1) {
      if (prices[row] === 0 && (slope[row]! < 0 || row >= limited)) slope[row] = 0
      length += slope[row]! * slope[row]!
    }
    if (length === 0) return undefined
    const step = rise / length
    const moved = prices.slice()
    for (let row = 0; row < moved.length; row += 1) moved[row]! += step * slope[row]!
    return this.fitted(moved, prices.length === this.plain.count ? coarseness : 0)
  }

  /**
   * Prices, none below 0 nor too high for the options that may be used, rounded down so that all sums are exact.
   * @param least the grain of prices of units, as a share of what the dearest option costs
   */
  fitted(wished: Float64Array, least = 0): Float64Array {
    const rows = this.rowsOf(wished)
    const highest = headroom * (this.dearest + 1)
    const prices = new Float64Array(wished.length)
    for (let row = 0; row < prices.length; row += 1)
      prices[row] = Math.min(highest / rows.mostOf[row]!, Math.max(0, wished[row]!))
    // At most so much on every row of every item, and paid back for each row as often as there are items.
    const most = highest * this.group.length * (2 * rows.mostOfOption + prices.length)
    let grain = grainFor(2 * this.together + most)
    if (grain > fineEnough) grain = grainFor(2 * this.together + this.sums(prices))
    // Costs are whole: prices that would need a coarser measure are not worked with.
    if (grain > 1) return prices.fill(0)
    const coarse = 2 ** Math.floor(Math.log2(this.dearest + 1)) * least
    for (let row = 0; row < prices.length; row += 1) {
      const step = row < rows.limited && rows.capacity[row]! >= 0 ? grain : Math.max(grain, coarse)
      prices[row] = Math.floor(prices[row]! / step) * step
    }
    return prices
  }

  /** No sum of prices, of items and of what is paid back, is larger. */
  private sums(prices: Float64Array): number {
    const { of: rows, amounts, firstOf, endOf, capacity, limited } = this.rowsOf(prices)
    const { packing, optionsOfItem } = this.compiled
    let paid = 0
    for (const item of this.group) {
      let dearest = 0
      for (const option of optionsOfItem[item]!) {
        let sum = 0
        for (let at = firstOf[option]!; at < endOf[option]!; at += 1) sum += prices[rows[at]!]! * amounts[at]!
        if (sum > dearest) dearest = sum
      }
      paid += 2 * dearest
    }
    for (let row = 0; row < prices.length; row += 1) {
      paid += prices[row]! * (row < limited && capacity[row]! >= 0 ? packing.capacities[capacity[row]!]! : 1)
    }
    return paid
  }
}

/** The price of a row goes up to so many times what the dearest option costs. */
const headroom = 16
/** Steps of prices, as a share of what the dearest option costs, below which they only unsettle what is equally good. */
const coarseness = 2 ** -30
/** A grain of prices that needs no closer look. */
const fineEnough = 2 ** -10

/** The finest power of two of which any number up to the largest is a sum of less than 2^52. */
export function grainFor(largest: number): number {
  return 2 ** (Math.ceil(Math.log2(largest + 1)) - 52)
}
