import { hasBit, type Bits } from './bits'
import type { Compiled } from './conflicts'
import { Fractions } from './fractions'
import { loadsTable, type LoadsTable } from './loads-table'
import { memo } from './maps'
import { grainFor } from './relaxation'

/** What is known of a group and how far it may be searched. */
export interface LoadsQuestion {
  /** Options that may be used. */
  open: Bits
  /** A choice, and what it costs; a better one is looked for. */
  best: number[]
  bestCost: number
  /** Nothing costs less. */
  floor: number
  /** What any choice costs is `base` and some of `grain`. */
  grain: number
  base: number
  maxNodes: number
  isOver: () => boolean
}

export interface LoadsAnswer {
  best: number[]
  bestCost: number
  bound: number
  finished: boolean
  nodes: number
}

/** All that a capacity holds is worth up to so many times the best choice. */
const headroom = 16
/** An item of which less is on one option is divided. */
const undivided = 0.9999
/** The order in which items are branched on that are not divided, after those that are: by load. */
const ranks = { disputed: -1, several: -2, decided: -3 }

/**
 * Depth-first search of a group whose items share capacities only, as supplies share rails.
 * Capacities carry prices, under which each item takes what is cheapest for it: a lower bound
 * (Lagrangian relaxation; Geoffrion, Mathematical Programming Study 2, 1974), which is best
 * under the prices of the cheapest choice that may divide items. It branches on the largest
 * of the items that are divided there. Costs are whole and counted from the cheapest option
 * of each item, prices are dyadic fractions: all sums are exact. Nodes live in arrays that
 * are made once, a row for each depth.
 */
export class LoadsSearch {
  private readonly table: LoadsTable
  /** Items that are alike to each. */
  private readonly twins: number[][] = []
  private readonly cost: Float64Array
  /** Of a node at some depth: which options are open, which items free, what others take, and what is left of each capacity. */
  private readonly open: Uint8Array
  private readonly free: Uint8Array
  private readonly taken: Int32Array
  private readonly left: Float64Array
  private readonly prices: Float64Array
  private readonly fractions: Fractions
  private readonly tried: Float64Array
  /** The most that a unit of each capacity may be worth. */
  private readonly dearest: Float64Array
  private readonly full: Float64Array
  private readonly cheapest: Int32Array
  private readonly load: Float64Array
  private readonly seen: Uint8Array
  /** By how much the best bound of a node rises with each option. */
  private readonly reduced: Float64Array
  /** Prices that served the first question. */
  private served?: Float64Array

  private question!: LoadsQuestion
  private bestChoice: Int32Array
  /** What the best costs beyond the cheapest of each item, and what that is. */
  private bestCost = 0
  private shift = 0
  private priceGrain = 1
  private nodes = 0
  private finished = true
  private found = false

  /** @param group one that shares loads */
  constructor(
    private readonly compiled: Compiled,
    group: number[],
  ) {
    const table = loadsTable(compiled, group)
    const { items, count, rows } = table
    const depths = items + 2
    this.table = table
    this.cost = new Float64Array(count)
    this.open = new Uint8Array(depths * count)
    this.reduced = new Float64Array(depths * count)
    this.free = new Uint8Array(depths * items)
    this.taken = new Int32Array(depths * items)
    this.left = new Float64Array(depths * rows)
    this.prices = new Float64Array(depths * rows)
    this.fractions = new Fractions(table)
    this.tried = new Float64Array(rows)
    this.dearest = new Float64Array(rows)
    this.full = new Float64Array(count)
    this.cheapest = new Int32Array(items)
    this.load = new Float64Array(rows)
    this.seen = new Uint8Array(rows)
    this.bestChoice = new Int32Array(items)
  }

  /** Looks for a better choice than is known, or proves that there is none. */
  search(question: LoadsQuestion): LoadsAnswer {
    const { rows, optionAt } = this.table
    this.question = question
    this.nodes = 0
    this.finished = true
    this.found = false
    const { best, bestCost } = question
    if (!this.start()) return { best, bestCost, bound: bestCost, finished: true, nodes: 1 }
    const bound = this.explore(0) + this.shift
    this.served ??= this.prices.slice(0, rows)
    return {
      best: this.found ? Array.from(this.bestChoice, (option) => optionAt[option]!) : best,
      bestCost: this.bestCost + this.shift,
      bound,
      finished: this.finished,
      nodes: this.nodes,
    }
  }

  /** Lays out the root; false when the cheapest of each item cost too much already. */
  private start(): boolean {
    const { open, bestCost } = this.question
    const { items, count, rows, first, firstLoad, optionAt, capacities } = this.table
    const { compiled, cost } = this
    this.shift = 0
    for (let item = 0; item < items; item += 1) {
      let least = Infinity
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        const is = hasBit(open, optionAt[option]!)
        this.open[option] = is ? 1 : 0
        cost[option] = compiled.options[optionAt[option]!]!.cost
        if (is && cost[option]! < least) least = cost[option]!
      }
      if (least === Infinity) return false
      this.shift += least
      for (let option = first[item]!; option < first[item + 1]!; option += 1) cost[option]! -= least
      this.free[item] = 1
    }
    this.bestCost = bestCost - this.shift
    if (this.bestCost <= 0) return false
    for (let option = 0; option < count; option += 1) if (cost[option]! >= this.bestCost) this.open[option] = 0
    let mostLoads = 1
    for (let option = 0; option < count; option += 1) {
      mostLoads = Math.max(mostLoads, firstLoad[option + 1]! - firstLoad[option]!)
    }
    // No sum may need more digits than there are: where costs alone need almost all, prices are low or none.
    const sumOfCosts = 2 * items * this.bestCost
    const timesPriced = 2 * items * mostLoads + rows + 1
    const highest = Math.max(0, Math.min(headroom * this.bestCost, (2 ** 51 - sumOfCosts) / timesPriced))
    this.priceGrain = Math.min(1, grainFor(sumOfCosts + highest * timesPriced))
    for (let row = 0; row < rows; row += 1) {
      const limit = compiled.packing.capacities[capacities[row]!]!
      this.left[row] = limit
      this.dearest[row] = highest / Math.max(1, limit)
      this.prices[row] = this.held(this.served?.[row] ?? 0, row)
    }
    return true
  }

  /** A price that keeps all sums exact. */
  private held(price: number, row: number): number {
    return price > 0 ? Math.floor(Math.min(this.dearest[row]!, price) / this.priceGrain) * this.priceGrain : 0
  }

  /** Bounds are exact, so that one may be rounded up to what a choice can cost. */
  private whole(bound: number): number {
    const { base, grain } = this.question
    const from = base - this.shift
    return from + Math.ceil((bound - from) / grain) * grain
  }

  /** Searches below a node and returns a lower bound of all that was not searched to the end, or the best found. */
  private explore(depth: number, fixedCost = 0): number {
    this.nodes += 1
    const { maxNodes, isOver, floor } = this.question
    if (this.bestCost + this.shift <= floor) return this.bestCost
    const fixed = this.propagate(depth, fixedCost)
    if (fixed < 0 || fixed >= this.bestCost) return this.bestCost
    const bound = this.relax(depth, fixed)
    if (bound < 0) return this.bestCost
    if (this.nodes >= maxNodes || isOver()) {
      this.finished = false
      return this.whole(bound)
    }
    const item = this.branchItem(depth)
    if (item < 0) return this.bestCost
    if (depth === 0) this.findTwins()
    return this.branch(depth, item, bound, fixed)
  }

  /** One branch for each option of an item, those first that most of it is on where it is divided. */
  private branch(depth: number, item: number, bound: number, fixed: number): number {
    const { items, count, rows, first } = this.table
    const { open, reduced } = this
    const row = depth * count
    const branches: number[] = []
    for (let option = first[item]!; option < first[item + 1]!; option += 1) if (open[row + option]) branches.push(option)
    const share = new Map(branches.map((option) => [option, this.fractions.shareOf(item, option)]))
    branches.sort(
      (one, other) => share.get(other)! - share.get(one)! || reduced[row + one]! - reduced[row + other]! || one - other,
    )
    const twins = this.twinsIn(depth, item)
    let lowest = Infinity
    for (const [at, option] of branches.entries()) {
      const floor = this.whole(bound + reduced[row + option]!)
      if (floor >= this.bestCost) continue
      if (!this.finished) {
        lowest = Math.min(lowest, floor)
        continue
      }
      const next = depth + 1
      open.copyWithin(next * count, row, row + count)
      this.free.copyWithin(next * items, depth * items, next * items)
      this.taken.copyWithin(next * items, depth * items, next * items)
      this.left.copyWithin(next * rows, depth * rows, next * rows)
      this.prices.copyWithin(next * rows, depth * rows, next * rows)
      // What was searched with the item on an option need not be searched with a twin on it.
      for (const twin of twins) {
        for (const done of branches.slice(0, at)) open[next * count + first[twin]! + done - first[item]!] = 0
      }
      if (this.fix(next, item, option)) lowest = Math.min(lowest, this.explore(next, fixed + this.cost[option]!))
    }
    return Math.min(this.bestCost, lowest)
  }

  /** Tells items apart by what is open to them at the root: those of which that is the same may exchange their places. */
  private findTwins(): void {
    const { items, first, firstLoad, loadOn, amount, optionAt } = this.table
    const { open, cost, twins } = this
    const alike = new Map<string, number[]>()
    for (let item = 0; item < items; item += 1) {
      const kind: (number | string)[] = []
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (!open[option]) continue
        kind.push(option - first[item]!, cost[option]!, ...this.compiled.options[optionAt[option]!]!.modes.map(String))
        for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) kind.push(-1 - loadOn[at]!, amount[at]!)
      }
      memo(alike, kind.join(), () => []).push(item)
    }
    for (const items of alike.values()) for (const item of items) twins[item] = items.filter((other) => other !== item)
  }

  /** Twins that are free and have the same options open as the item. */
  private twinsIn(depth: number, item: number): number[] {
    const { items, count, first } = this.table
    const { open } = this
    const row = depth * count
    return this.twins[item]!.filter((twin) => {
      if (!this.free[depth * items + twin]) return false
      for (let at = 0; at < first[item + 1]! - first[item]!; at += 1) {
        if (open[row + first[item]! + at] !== open[row + first[twin]! + at]) return false
      }
      return true
    })
  }

  private fix(depth: number, item: number, option: number): boolean {
    const { items, count, rows, firstLoad, loadOn, amount, against } = this.table
    this.free[depth * items + item] = 0
    this.taken[depth * items + item] = option
    for (const other of against[option] ?? []) this.open[depth * count + other] = 0
    const row = depth * rows
    for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) {
      const on = row + loadOn[at]!
      this.left[on]! -= amount[at]!
      if (this.left[on]! < 0) return false
    }
    return true
  }

  private tooHeavy(depth: number, option: number): boolean {
    const { rows, firstLoad, loadOn, amount } = this.table
    const row = depth * rows
    for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) {
      if (amount[at]! > this.left[row + loadOn[at]!]!) return true
    }
    return false
  }

  /** Closes what no longer fits and fixes items with one option left; what is fixed costs, or −1 when an item has none. */
  private propagate(depth: number, fixedCost: number): number {
    const { items, count, first } = this.table
    const { open } = this
    const row = depth * count
    let fixed = fixedCost
    for (let item = 0; item < items;) {
      if (!this.free[depth * items + item]) {
        item += 1
        continue
      }
      let only = -1
      let several = false
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (!open[row + option]) continue
        if (this.tooHeavy(depth, option)) open[row + option] = 0
        else if (only >= 0) several = true
        else only = option
      }
      if (only < 0) return -1
      if (several) {
        item += 1
        continue
      }
      if (!this.fix(depth, item, only)) return -1
      fixed += this.cost[only]!
      item = 0
    }
    return fixed
  }

  /**
   * The bound of a node under prices that served above it, and under its own; closes what
   * cannot be in a better choice, and keeps a choice that the relaxation happens to make.
   * @returns −1 when nothing better is below the node
   */
  private relax(depth: number, fixed: number): number {
    const { rows } = this.table
    const { tried } = this
    const prices = this.prices.subarray(depth * rows, (depth + 1) * rows)
    tried.set(prices)
    const inherited = this.tryPrices(depth, fixed)
    if (inherited < 0) return -1
    this.note(depth)
    this.divide(depth)
    const own = this.tryPrices(depth, fixed)
    if (own < 0) return -1
    this.keep(depth, fixed, this.fractions.key)
    if (own <= inherited) return inherited
    prices.set(tried)
    this.note(depth)
    return own
  }

  /** The bound under the tried prices, and what follows from it; −1 when nothing better is below the node. */
  private tryPrices(depth: number, fixed: number): number {
    const bound = this.boundUnder(depth, fixed, this.tried)
    if (bound === Infinity) return -1
    this.keep(depth, fixed, this.cheapest)
    if (this.whole(bound) >= this.bestCost) return -1
    this.closeHopeless(depth, bound)
    return bound
  }

  /** Finds the cheapest choice that may divide items, from what is cheapest for each; tries its prices next. */
  private divide(depth: number): void {
    const { items, count, rows } = this.table
    const { open, free, left, cost, dearest, cheapest, fractions, tried } = this
    fractions.solve({
      cost,
      open: open.subarray(depth * count, (depth + 1) * count),
      free: free.subarray(depth * items, (depth + 1) * items),
      left: left.subarray(depth * rows, (depth + 1) * rows),
      dearest,
      from: cheapest,
    })
    for (let row = 0; row < rows; row += 1) tried[row] = this.held(fractions.prices[row]!, row)
  }

  /** The least that a node costs under prices; leaves behind what each item takes. */
  private boundUnder(depth: number, fixed: number, prices: Float64Array): number {
    const { items, count, rows, first, firstLoad, loadOn, amount } = this.table
    const { open, cost, full, seen, cheapest } = this
    const row = depth * count
    seen.fill(0)
    let bound = fixed
    for (let item = 0; item < items; item += 1) {
      if (!this.free[depth * items + item]) continue
      let least = Infinity
      let which = -1
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (!open[row + option]) continue
        let sum = cost[option]!
        for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) {
          sum += prices[loadOn[at]!]! * amount[at]!
          seen[loadOn[at]!] = 1
        }
        full[option] = sum
        if (sum < least) {
          least = sum
          which = option
        }
      }
      if (which < 0) return Infinity
      bound += least
      cheapest[item] = which
    }
    for (let at = 0; at < rows; at += 1) if (seen[at]) bound -= prices[at]! * this.left[depth * rows + at]!
    return bound
  }

  private closeHopeless(depth: number, bound: number): void {
    const { items, count, first } = this.table
    const { open, full, cheapest } = this
    const row = depth * count
    for (let item = 0; item < items; item += 1) {
      if (!this.free[depth * items + item]) continue
      const least = full[cheapest[item]!]!
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (open[row + option] && this.whole(bound + full[option]! - least) >= this.bestCost) open[row + option] = 0
      }
    }
  }

  /** Keeps what belongs to the best bound of a node. */
  private note(depth: number): void {
    const { items, count, first } = this.table
    const { full, cheapest, reduced } = this
    const row = depth * count
    for (let item = 0; item < items; item += 1) {
      if (!this.free[depth * items + item]) continue
      const least = full[cheapest[item]!]!
      for (let option = first[item]!; option < first[item + 1]!; option += 1) reduced[row + option] = full[option]! - least
    }
  }

  /** Keeps a choice of the free items when it is the best so far and exceeds nothing. */
  private keep(depth: number, fixed: number, choice: Int32Array): void {
    const { items, firstLoad, loadOn, amount, settled } = this.table
    const { load, left } = this
    let cost = fixed
    for (let item = 0; item < items; item += 1) if (this.free[depth * items + item]) cost += this.cost[choice[item]!]!
    if (cost >= this.bestCost) return
    load.fill(0)
    for (let item = 0; item < items; item += 1) {
      if (!this.free[depth * items + item]) continue
      const option = choice[item]!
      for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) load[loadOn[at]!]! += amount[at]!
    }
    for (let row = 0; row < load.length; row += 1) if (load[row]! > left[depth * load.length + row]!) return
    if (!settled && this.disputed(depth, choice) >= 0) return
    this.bestCost = cost
    this.found = true
    for (let item = 0; item < items; item += 1) {
      this.bestChoice[item] = this.free[depth * items + item] ? choice[item]! : this.taken[depth * items + item]!
    }
  }

  /** A free item of which what is chosen sets something otherwise than what is chosen for another; −1 when there is none. */
  private disputed(depth: number, choice: Int32Array): number {
    const { items, against } = this.table
    const free = (item: number) => this.free[depth * items + item] === 1
    const chosen = new Set(Array.from(choice).filter((_, item) => free(item)))
    return choice.findIndex((option, item) => free(item) && (against[option] ?? []).some((other) => chosen.has(other)))
  }

  /** The item to branch on: of those that are divided the one that may load most, or else one with several options; −1 where one has none left. */
  private branchItem(depth: number): number {
    const { items, count, first, firstLoad, amount, settled } = this.table
    const { open, fractions } = this
    const row = depth * count
    const atOdds = settled ? -1 : this.disputed(depth, fractions.key)
    let best = -1
    let most = -Infinity
    for (let item = 0; item < items; item += 1) {
      if (!this.free[depth * items + item]) continue
      let choices = 0
      let heaviest = 0
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (!open[row + option]) continue
        choices += 1
        for (let at = firstLoad[option]!; at < firstLoad[option + 1]!; at += 1) heaviest = Math.max(heaviest, amount[at]!)
      }
      if (choices === 0) return -1
      const { disputed, several, decided } = ranks
      const rank =
        fractions.keyShare[item]! < undivided ? heaviest : choices === 1 ? decided : item === atOdds ? disputed : several
      if (rank <= most) continue
      best = item
      most = rank
    }
    return best
  }
}
