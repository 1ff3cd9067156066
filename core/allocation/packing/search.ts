import { assign, forbidden } from './assignment'
import { dropAll, dropBit, hasBit, emptyBits, addBit, type Bits } from './bits'
import { compile, excludes, independentGroups, type Compiled } from './conflicts'
import type { Packing, PackingResult, SearchLimits } from './packing'

const defaultMaxNodes = 50_000

/**
 * Solves a packing exactly: depth-first, each node bounded by the least-cost
 * assignment of items to units with modes and capacities left out, options
 * whose reduced cost exceeds what is still to be gained closed for the subtree,
 * branching only where the assignment breaks a rule that was left out.
 */
export function solvePacking(packing: Packing, limits: SearchLimits = {}): PackingResult {
  return solveCompiled(compile(packing), limits)
}

/** The same for a packing compiled before, so that many questions share the work. */
export function solveCompiled(compiled: Compiled, limits: SearchLimits = {}): PackingResult {
  const choice: number[] = new Array<number>(compiled.packing.items.length).fill(-1)
  const total: PackingResult = { choice, cost: 0, bound: 0, proven: true, nodes: 0 }
  for (const group of independentGroups(compiled)) {
    const search = new Search(compiled, group, limits, (limits.maxNodes ?? defaultMaxNodes) - total.nodes)
    search.run()
    total.nodes += search.nodes
    total.bound += search.bound
    total.cost += search.bestCost
    total.proven &&= search.finished
    if (!search.best) {
      total.choice = undefined
      if (search.finished) return { ...total, bound: forbidden, cost: forbidden, proven: true }
      continue
    }
    for (const option of search.best) {
      const item = compiled.itemOf[option]!
      choice[item] = option - compiled.first[item]!
    }
  }
  return total
}

interface Node {
  /** Options still open. */
  open: Bits
  /** What is left of each capacity. */
  left: Float64Array
  /** Items not yet fixed. */
  free: number[]
  fixed: number[]
  fixedCost: number
}

class Search {
  best: number[] | undefined
  bestCost = forbidden
  bound = 0
  nodes = 0
  finished = true
  private readonly columnOfUnit = new Map<number, number>()

  constructor(
    private readonly compiled: Compiled,
    private readonly group: number[],
    private readonly limits: SearchLimits,
    private readonly maxNodes: number,
  ) {
    for (const item of group) {
      for (const option of this.optionsOf(item)) {
        const key = compiled.options[option]!.units[0]
        if (key !== undefined && !this.columnOfUnit.has(key)) this.columnOfUnit.set(key, this.columnOfUnit.size)
      }
    }
  }

  run(): void {
    const { compiled, limits } = this
    const open = emptyBits(compiled.options.length)
    for (const item of this.group) {
      for (const option of this.optionsOf(item)) {
        if (!limits.allowed || limits.allowed(item, option - compiled.first[item]!)) addBit(open, option)
      }
    }
    const left = Float64Array.from(compiled.packing.capacities)
    this.bound = this.explore({ open, left, free: [...this.group], fixed: [], fixedCost: 0 })
  }

  /** Searches below a node and returns a lower bound of all that was not searched to the end, or the best found. */
  private explore(node: Node): number {
    this.nodes += 1
    if (!this.propagate(node)) return this.bestCost
    const relaxed = this.relax(node)
    if (!relaxed || relaxed.bound >= this.bestCost) return this.bestCost
    if (this.nodes >= this.maxNodes || ((this.nodes & 63) === 0 && this.limits.stopped?.())) {
      this.finished = false
      this.tryAnything(node, relaxed.chosen)
      return relaxed.bound
    }
    const item = this.offender(node, relaxed.chosen)
    if (item === undefined) {
      this.best = [...node.fixed, ...relaxed.chosen]
      this.bestCost = relaxed.bound
      return relaxed.bound
    }
    const branches = this.openOptions(node, item).sort(
      (one, other) => relaxed.reducedCost(one) - relaxed.reducedCost(other) || one - other,
    )
    const twins = this.twinsIn(node, item)
    const done: number[] = []
    let lowest = forbidden
    for (const option of branches) {
      const floor = relaxed.bound + relaxed.reducedCost(option)
      if (floor >= this.bestCost) continue
      if (!this.finished) {
        lowest = Math.min(lowest, floor)
        continue
      }
      const child: Node = {
        open: node.open.slice(),
        left: node.left.slice(),
        free: node.free,
        fixed: node.fixed,
        fixedCost: node.fixedCost,
      }
      this.closeForTwins(child, item, twins, done)
      lowest = Math.min(lowest, this.fix(child, item, option) ? this.explore(child) : forbidden)
      done.push(option)
    }
    return Math.min(this.bestCost, lowest)
  }

  /** Twins that are free and have the same options open as the item. */
  private twinsIn(node: Node, item: number): number[] {
    const { twins, first } = this.compiled
    const count = first[item + 1]! - first[item]!
    return twins[item]!.filter((twin) => {
      if (!node.free.includes(twin)) return false
      for (let at = 0; at < count; at += 1) {
        if (hasBit(node.open, first[item]! + at) !== hasBit(node.open, first[twin]! + at)) return false
      }
      return true
    })
  }

  /**
   * What was searched with the item on an option need not be searched with a twin
   * on it: exchanging the two gives a solution already seen, at the same cost.
   */
  private closeForTwins(node: Node, item: number, twins: number[], done: number[]): void {
    const { first } = this.compiled
    for (const twin of twins) for (const option of done) dropBit(node.open, option - first[item]! + first[twin]!)
  }

  private fix(node: Node, item: number, option: number): boolean {
    const { conflicts, options } = this.compiled
    dropAll(node.open, conflicts[option]!)
    node.free = node.free.filter((other) => other !== item)
    node.fixed = [...node.fixed, option]
    node.fixedCost += options[option]!.cost
    for (const [capacity, amount] of options[option]!.loads) {
      node.left[capacity]! -= amount
      if (node.left[capacity]! < 0) return false
    }
    return true
  }

  /** Closes options that no longer fit a capacity and fixes items with one option left. */
  private propagate(node: Node): boolean {
    for (let again = true; again;) {
      again = false
      for (const item of node.free) {
        let last = -1
        let count = 0
        for (const option of this.optionsOf(item)) {
          if (!hasBit(node.open, option)) continue
          if (this.tooHeavy(node, option)) dropBit(node.open, option)
          else {
            last = option
            count += 1
          }
        }
        if (count === 0) return false
        if (count === 1) {
          if (!this.fix(node, item, last)) return false
          again = true
          break
        }
      }
    }
    return node.fixedCost < this.bestCost
  }

  private tooHeavy(node: Node, option: number): boolean {
    return this.compiled.options[option]!.loads.some(([capacity, amount]) => amount > node.left[capacity]!)
  }

  /** The assignment bound, with options closed that cannot be in a better solution. */
  private relax(node: Node) {
    const { options, first } = this.compiled
    const { free } = node
    const shared = this.columnOfUnit.size
    const columns = shared + free.length
    const cost = new Float64Array(free.length * columns).fill(forbidden)
    const cheapest = new Int32Array(free.length * columns).fill(-1)
    const columnOf = (row: number, option: number) => {
      const key = options[option]!.units[0]
      return key === undefined ? shared + row : this.columnOfUnit.get(key)!
    }
    free.forEach((item, row) => {
      for (let option = first[item]!; option < first[item + 1]!; option += 1) {
        if (!hasBit(node.open, option)) continue
        const cell = row * columns + columnOf(row, option)
        if (options[option]!.cost < cost[cell]!) {
          cost[cell] = options[option]!.cost
          cheapest[cell] = option
        }
      }
    })
    const assignment = assign(cost, free.length, columns)
    if (!assignment) return undefined
    const bound = node.fixedCost + assignment.cost
    const rowOf = new Map(free.map((item, row) => [item, row]))
    const reducedCost = (option: number) => {
      const row = rowOf.get(this.compiled.itemOf[option]!)!
      return Math.max(0, options[option]!.cost - assignment.rows[row]! - assignment.columns[columnOf(row, option)]!)
    }
    if (this.bestCost < forbidden) {
      for (const item of free) {
        for (const option of this.optionsOf(item)) {
          if (hasBit(node.open, option) && bound + reducedCost(option) >= this.bestCost) dropBit(node.open, option)
        }
      }
    }
    const chosen = free.map((_, row) => cheapest[row * columns + assignment.columnOf[row]!]!)
    return { bound, chosen, reducedCost }
  }

  /** The item to branch on: one in conflict, with the fewest options open. */
  private offender(node: Node, chosen: number[]): number | undefined {
    const guilty = new Set<number>()
    for (let one = 0; one < chosen.length; one += 1) {
      for (let other = one + 1; other < chosen.length; other += 1) {
        if (excludes(this.compiled, chosen[one]!, chosen[other]!)) {
          guilty.add(node.free[one]!)
          guilty.add(node.free[other]!)
        }
      }
    }
    const load = new Map<number, number>()
    for (const option of chosen) {
      for (const [capacity, amount] of this.compiled.options[option]!.loads) {
        load.set(capacity, (load.get(capacity) ?? 0) + amount)
      }
    }
    chosen.forEach((option, at) => {
      const over = this.compiled.options[option]!.loads.some(([capacity]) => load.get(capacity)! > node.left[capacity]!)
      if (over) guilty.add(node.free[at]!)
    })
    let fewest: number | undefined
    let count = forbidden
    for (const item of guilty) {
      const open = this.openOptions(node, item).length
      if (open > 1 && open < count) {
        count = open
        fewest = item
      }
    }
    if (fewest !== undefined || guilty.size === 0) return fewest
    return node.free.find((item) => this.openOptions(node, item).length > 1) ?? [...guilty][0]
  }

  /** On running out of nodes with nothing found: takes options in turn while they fit. */
  private tryAnything(node: Node, preferred: number[]): void {
    if (this.best) return
    const rest: Node = { ...node, open: node.open.slice(), left: node.left.slice() }
    const wanted = new Map(preferred.map((option) => [this.compiled.itemOf[option]!, option]))
    for (const item of [...node.free]) {
      const usable = this.openOptions(rest, item).filter((option) => !this.tooHeavy(rest, option))
      const like = wanted.get(item)
      const cheapest = usable.sort((a, b) => this.compiled.options[a]!.cost - this.compiled.options[b]!.cost)[0]
      const option = like !== undefined && usable.includes(like) ? like : cheapest
      if (option === undefined || !this.fix(rest, item, option)) return
    }
    this.best = rest.fixed
    this.bestCost = rest.fixedCost
  }

  private *optionsOf(item: number): Iterable<number> {
    for (let option = this.compiled.first[item]!; option < this.compiled.first[item + 1]!; option += 1) yield option
  }

  private openOptions(node: Node, item: number): number[] {
    return [...this.optionsOf(item)].filter((option) => hasBit(node.open, option))
  }
}
