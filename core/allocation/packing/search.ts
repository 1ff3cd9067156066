import { assign, forbidden } from './assignment'
import { dropAll, dropBit, hasBit, emptyBits, addBit, type Bits } from './bits'
import { compile, disputedMode, excludes, type Compiled } from './conflicts'
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
  for (const group of compiled.groups) {
    if (limits.known && !group.some((item) => limits.known!.differs.has(item))) {
      takeOver(compiled, group, limits.known.choice, total)
      continue
    }
    const search = new Search(compiled, group, limits, (limits.maxNodes ?? defaultMaxNodes) - total.nodes)
    search.run()
    total.nodes += search.nodes
    total.bound += search.bound
    total.cost += search.bestCost
    total.proven &&= search.finished
    if (!search.best) {
      return {
        ...total,
        choice: undefined,
        cost: forbidden,
        bound: search.finished ? forbidden : total.bound,
        proven: search.finished,
      }
    }
    for (const option of search.best) {
      const item = compiled.itemOf[option]!
      choice[item] = option - compiled.first[item]!
    }
  }
  return total
}

/** Adds a group's choice from a known optimum. */
function takeOver(compiled: Compiled, group: number[], known: number[], total: PackingResult): void {
  for (const item of group) {
    const option = known[item]!
    const { cost } = compiled.packing.items[item]!.options[option]!
    total.choice![item] = option
    total.cost += cost
    total.bound += cost
  }
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

/** The assignment that a node's relaxation gives. */
interface Relaxed {
  bound: number
  chosen: number[]
  reducedCost: (option: number) => number
}

function copyOf(node: Node): Node {
  return { ...node, open: node.open.slice(), left: node.left.slice() }
}

class Search {
  best: number[] | undefined
  bestCost = forbidden
  bound = 0
  nodes = 0
  finished = true
  private readonly columnOfUnit = new Map<number, number>()
  /** Options, and items with any option, that weigh on a capacity. */
  private readonly loaded: boolean[]
  private readonly itemLoaded: boolean[]

  constructor(
    private readonly compiled: Compiled,
    private readonly group: number[],
    private readonly limits: SearchLimits,
    private readonly maxNodes: number,
  ) {
    this.loaded = compiled.options.map((option) => option.loads.length > 0)
    this.itemLoaded = compiled.packing.items.map((item) => item.options.some((option) => option.loads.length > 0))
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
    const trouble = this.troubleIn(node, relaxed.chosen)
    if (!trouble) {
      this.best = [...node.fixed, ...relaxed.chosen]
      this.bestCost = relaxed.bound
      return relaxed.bound
    }
    return trouble.mode === undefined
      ? this.branchOnItem(node, trouble.item, relaxed)
      : this.branchOnMode(node, trouble.mode, relaxed)
  }

  /** One branch for each value of a shared setting that is in dispute. */
  private branchOnMode(node: Node, mode: number, { bound, chosen }: Relaxed): number {
    const values = [...this.compiled.settings.get(mode)!]
    const wanted = (bits: Bits) => chosen.filter((option) => hasBit(bits, option)).length
    values.sort(([, one], [, other]) => wanted(other) - wanted(one))
    let lowest = forbidden
    for (const [value, holders] of values) {
      if (!this.finished) {
        lowest = Math.min(lowest, bound)
        continue
      }
      if (!node.free.some((item) => this.openOptions(node, item).some((option) => hasBit(holders, option)))) continue
      const child = copyOf(node)
      for (const [other, losers] of values) if (other !== value) dropAll(child.open, losers)
      lowest = Math.min(lowest, this.explore(child))
    }
    return Math.min(this.bestCost, lowest)
  }

  /** One branch for each option of an item. */
  private branchOnItem(node: Node, item: number, relaxed: Relaxed): number {
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
      const child = copyOf(node)
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
    for (let at = 0; at < node.free.length;) {
      const item = node.free[at]!
      const only = this.onlyOption(node, item)
      if (only === -1) return false
      if (only === -2) {
        at += 1
        continue
      }
      if (!this.fix(node, item, only)) return false
      at = 0
    }
    return node.fixedCost < this.bestCost
  }

  /** The one option an item has left; −1 when it has none, −2 when several. Closes what has become too heavy. */
  private onlyOption(node: Node, item: number): number {
    const { first } = this.compiled
    let found = -1
    for (let option = first[item]!; option < first[item + 1]!; option += 1) {
      if (!hasBit(node.open, option)) continue
      if (this.loaded[option] && this.tooHeavy(node, option)) dropBit(node.open, option)
      else if (found >= 0 && !this.itemLoaded[item]) return -2
      else found = found === -1 ? option : -2
    }
    return found
  }

  private tooHeavy(node: Node, option: number): boolean {
    return this.compiled.options[option]!.loads.some(([capacity, amount]) => amount > node.left[capacity]!)
  }

  /** The assignment bound, with options closed that cannot be in a better solution. */
  private relax(node: Node): Relaxed | undefined {
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

  /** What the relaxation got wrong: a shared setting in dispute before anything else, or an item in conflict. */
  private troubleIn(node: Node, chosen: number[]): { item: number; mode?: number } | undefined {
    const guilty = new Set<number>()
    for (let one = 0; one < chosen.length; one += 1) {
      for (let other = one + 1; other < chosen.length; other += 1) {
        if (!excludes(this.compiled, chosen[one]!, chosen[other]!)) continue
        const mode = disputedMode(this.compiled, chosen[one]!, chosen[other]!)
        if (mode !== undefined) return { item: node.free[one]!, mode }
        guilty.add(node.free[one]!)
        guilty.add(node.free[other]!)
      }
    }
    this.overloaded(node, chosen).forEach((item) => guilty.add(item))
    if (!guilty.size) return undefined
    const counted = [...guilty]
      .map((item) => ({ item, count: this.openOptions(node, item).length }))
      .filter(({ count }) => count > 1)
    counted.sort((a, b) => a.count - b.count || a.item - b.item)
    return { item: counted[0]?.item ?? node.free.find((item) => this.openOptions(node, item).length > 1) ?? [...guilty][0]! }
  }

  /** Items on a capacity that the chosen options exceed together. */
  private overloaded(node: Node, chosen: number[]): number[] {
    const load = new Map<number, number>()
    for (const option of chosen) {
      for (const [capacity, amount] of this.compiled.options[option]!.loads) {
        load.set(capacity, (load.get(capacity) ?? 0) + amount)
      }
    }
    return node.free.filter((_, at) =>
      this.compiled.options[chosen[at]!]!.loads.some(([capacity]) => load.get(capacity)! > node.left[capacity]!),
    )
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

  private optionsOf(item: number): number[] {
    return this.compiled.optionsOfItem[item]!
  }

  private openOptions(node: Node, item: number): number[] {
    return this.optionsOf(item).filter((option) => hasBit(node.open, option))
  }
}
