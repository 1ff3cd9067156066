import { forbidden } from './assignment'
import { dropAll, dropBit, hasBit, emptyBits, addBit, type Bits } from './bits'
import { compile, disputedMode, excludes, type Compiled } from './conflicts'
import type { Packing, PackingResult, SearchLimits } from './packing'
import { Relaxation, type Relaxed, type Undecided } from './relaxation'

const defaultMaxNodes = 6_000
/** Costs of a group up to this are worked with exactly. */
const dearestExact = 2 ** 51
/** How often prices are moved at the root of the search and at each node below. */
const rootTurns = 80
const nodeTurns = 4
/** Turns without a better bound after which prices are left alone. */
const patience = 9

/** Costs are whole and bounds exact, so a bound may be rounded up. */
const whole = Math.ceil

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

interface Node extends Undecided {
  fixed: number[]
}

/** A rule that a relaxed choice breaks: an item to branch on, or a shared setting in dispute. */
interface Trouble {
  item: number
  mode?: number
}

function copyOf(node: Node): Node {
  return { ...node, open: node.open.slice(), left: node.left.slice() }
}

/** What is the same for every question about a group. */
interface Prepared {
  relaxation: Relaxation
  /** More than any choice of the group costs. */
  ceiling: number
}

const prepared = new WeakMap<number[], Prepared>()

function prepare(compiled: Compiled, group: number[]): Prepared {
  const known = prepared.get(group)
  if (known) return known
  const { options, optionsOfItem } = compiled
  const dearest = (item: number) => optionsOfItem[item]!.reduce((most, option) => Math.max(most, options[option]!.cost), 0)
  const ceiling = group.reduce((sum, item) => sum + dearest(item), 1)
  if (ceiling > dearestExact) throw new RangeError(`costs of up to ${ceiling} cannot be told apart; at most ${dearestExact}`)
  const fresh: Prepared = { relaxation: new Relaxation(compiled, group, ceiling), ceiling }
  prepared.set(group, fresh)
  return fresh
}

class Search {
  best: number[] | undefined
  /** Until there is a choice: more than any can cost. */
  bestCost: number
  bound = 0
  nodes = 0
  finished = true
  private readonly relaxation: Relaxation

  constructor(
    private readonly compiled: Compiled,
    private readonly group: number[],
    private readonly limits: SearchLimits,
    private readonly maxNodes: number,
  ) {
    const { relaxation, ceiling } = prepare(compiled, group)
    this.relaxation = relaxation
    this.bestCost = ceiling
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
    const prices = this.relaxation.noPrices()
    this.bound = this.explore({ open, left, free: [...this.group], fixed: [], fixedCost: 0, prices })
  }

  /** Searches below a node and returns a lower bound of all that was not searched to the end, or the best found. */
  private explore(node: Node): number {
    this.nodes += 1
    if (!this.propagate(node)) return this.bestCost
    const relaxed = this.relax(node)
    if (!relaxed || whole(relaxed.bound) >= this.bestCost || !node.free.length) return this.bestCost
    if (this.nodes >= this.maxNodes || this.limits.stopped?.()) {
      this.finished = false
      this.tryAnything(node, relaxed.chosen)
      return whole(relaxed.bound)
    }
    const trouble = this.troubleIn(node, relaxed.chosen) ?? { item: this.narrowest(node, node.free) }
    return trouble.mode === undefined ? this.branchOnItem(node, trouble.item, relaxed) : this.branchOnMode(node, trouble, relaxed)
  }

  /** One branch for each value of a shared setting that is in dispute; by item when only one value is left. */
  private branchOnMode(node: Node, { item, mode }: Trouble, relaxed: Relaxed): number {
    const { chosen } = relaxed
    const values = [...this.compiled.settings.get(mode!)!]
    const wanted = (bits: Bits) => chosen.filter((option) => hasBit(bits, option)).length
    const open = values.filter(([, holders]) =>
      node.free.some((item) => this.openOptions(node, item).some((option) => hasBit(holders, option))),
    )
    if (open.length < 2) return this.branchOnItem(node, item, relaxed)
    open.sort(([, one], [, other]) => wanted(other) - wanted(one))
    let lowest = forbidden
    for (const [value] of open) {
      if (!this.finished) {
        lowest = Math.min(lowest, whole(relaxed.bound))
        continue
      }
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
      const floor = whole(relaxed.bound + relaxed.reducedCost(option))
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
    dropAll(node.open, conflicts(option))
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
      if (this.compiled.loaded[option] && this.tooHeavy(node, option)) dropBit(node.open, option)
      else if (found >= 0 && !this.compiled.itemLoaded[item]) return -2
      else found = found === -1 ? option : -2
    }
    return found
  }

  private tooHeavy(node: Node, option: number): boolean {
    return this.compiled.options[option]!.loads.some(([capacity, amount]) => amount > node.left[capacity]!)
  }

  /**
   * The bound of a node under prices that are moved a few times; what cannot be in
   * a better solution is closed, and what the relaxation happens to solve is kept.
   * @returns undefined when nothing better is below the node
   */
  private relax(node: Node): Relaxed | undefined {
    const turns = this.nodes === 1 ? rootTurns : nodeTurns
    let best: Relaxed | undefined
    let bestPrices = node.prices
    let stride = 1
    let idle = 0
    for (let turn = 0; ; turn += 1) {
      const relaxed = this.relaxation.solve(node)
      if (!relaxed) return undefined
      const sound = !this.troubleIn(node, relaxed.chosen)
      if (sound) this.keep(node, relaxed.chosen)
      else if (this.nodes === 1 && turn % 8 === 0) this.tryAnything(node, relaxed.chosen)
      if (whole(relaxed.bound) >= this.bestCost) return undefined
      this.closeHopeless(node, relaxed)
      if (!best || relaxed.bound > best.bound) {
        best = relaxed
        bestPrices = node.prices
        idle = 0
      } else if ((idle += 1) % 3 === 0) stride /= 2
      const aim = this.best ? this.bestCost : Math.min(this.bestCost, relaxed.bound * 1.1 + 10)
      const next =
        turn < turns && idle < patience && !this.limits.stopped?.()
          ? this.relaxation.reprice(node.prices, stride * (aim - relaxed.bound))
          : undefined
      node.prices = next ?? bestPrices
      if (!next) return best
    }
  }

  private closeHopeless(node: Node, { bound, reducedCost }: Relaxed): void {
    for (const item of node.free) {
      for (const option of this.optionsOf(item)) {
        if (hasBit(node.open, option) && whole(bound + reducedCost(option)) >= this.bestCost) dropBit(node.open, option)
      }
    }
  }

  /** Keeps a complete choice when it is the best so far. */
  private keep(node: Node, chosen: number[]): void {
    const cost = chosen.reduce((sum, option) => sum + this.compiled.options[option]!.cost, node.fixedCost)
    if (cost >= this.bestCost) return
    this.best = [...node.fixed, ...chosen]
    this.bestCost = cost
  }

  /** What the relaxation got wrong: a shared setting in dispute before anything else, or an item in conflict. */
  private troubleIn(node: Node, chosen: number[]): Trouble | undefined {
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
    return { item: this.narrowest(node, [...guilty]) }
  }

  /** Of some items the one with the fewest options left, but more than one. */
  private narrowest(node: Node, items: number[]): number {
    const counted = items.map((item) => ({ item, count: this.openOptions(node, item).length })).filter(({ count }) => count > 1)
    counted.sort((a, b) => a.count - b.count || a.item - b.item)
    return counted[0]?.item ?? node.free.find((item) => this.openOptions(node, item).length > 1) ?? items[0]!
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

  /** Takes options in turn while they fit, preferred ones first, and keeps the result if it is the best so far. */
  private tryAnything(node: Node, preferred: number[]): void {
    const rest: Node = { ...node, open: node.open.slice(), left: node.left.slice() }
    const wanted = new Map(preferred.map((option) => [this.compiled.itemOf[option]!, option]))
    for (const item of [...node.free]) {
      const usable = this.openOptions(rest, item).filter((option) => !this.tooHeavy(rest, option))
      const like = wanted.get(item)
      const cheapest = usable.sort((a, b) => this.compiled.options[a]!.cost - this.compiled.options[b]!.cost)[0]
      const option = like !== undefined && usable.includes(like) ? like : cheapest
      if (option === undefined || !this.fix(rest, item, option)) return
    }
    this.keep(rest, [])
  }

  private optionsOf(item: number): number[] {
    return this.compiled.optionsOfItem[item]!
  }

  private openOptions(node: Node, item: number): number[] {
    return this.optionsOf(item).filter((option) => hasBit(node.open, option))
  }
}
