import { forbidden } from './assignment'
import { dropAll, dropBit, hasBit, emptyBits, addBit, type Bits } from './bits'
import type { Compiled } from './conflicts'
import { closeBeaten, costOfGroup, prepare } from './group'
import type { KnownOptimum, SearchLimits } from './packing'
import type { LoadsSearch } from './loads'
import type { ProgramSolver } from './program-solver'
import { finishByProgram } from './second'
import { improve, mend } from './repair'
import type { Relaxation, Relaxed, Undecided } from './relaxation'

/** Items looked at, over all nodes of a group, after which another solver is asked where there is one; fewer where only capacities are shared. */
const workBeforeSolver = 12_000
const workOnLoads = 60_000
/** Seconds it is given in turn with the search, which has most work to do where the other has closed less than half of the gap. */
const turns = [
  { seconds: 0.8, own: 1.2 },
  { seconds: 2, own: 20 },
  { seconds: 20, own: 20 },
]
/** How often prices are moved at the root of the search and at each node below. */
const rootTurns = 80
const nodeTurns = 4
/** Turns without a better bound after which prices are left alone. */
const patience = 9

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

const never = () => false

/**
 * Solves one group of a packing exactly: depth-first, each node bounded by the least-cost
 * assignment of items to units with modes and capacities left out, options
 * whose reduced cost exceeds what is still to be gained closed for the subtree,
 * branching only where the assignment breaks a rule that was left out.
 */
export class Search {
  best: number[] | undefined
  /** Until there is a choice: more than any can cost. */
  bestCost: number
  bound = 0
  nodes = 0
  finished = true
  private rootPrices?: Float64Array
  private readonly loads: LoadsSearch | undefined
  private readonly grain: number
  private readonly base: number
  /** No choice costs less. */
  private readonly floor: number
  private maxNodes: number
  private readonly isStopped: () => boolean
  private isOver: () => boolean
  private readonly relaxation: Relaxation

  constructor(
    private readonly compiled: Compiled,
    private readonly group: number[],
    private readonly limits: SearchLimits,
    maxNodes: number,
  ) {
    const prepared = prepare(compiled, group)
    this.isStopped = limits.stopped ?? never
    this.isOver = this.isStopped
    this.relaxation = prepared.relaxation
    this.grain = prepared.grain
    this.base = prepared.base
    this.loads = prepared.loads
    this.bestCost = prepared.ceiling
    this.rootPrices = prepared.prices
    this.floor = limits.known?.onlyFewer ? costOfGroup(compiled, group, limits.known.choice) : 0
    this.bound = this.floor
    const work = this.loads ? workOnLoads : workBeforeSolver
    this.maxNodes = limits.solver ? Math.min(maxNodes, Math.ceil(work / group.length)) : maxNodes
  }

  /** Searches, in turn with another solver where there is one: each is quick where the other is not. */
  solve(): void {
    this.startFrom(this.limits)
    if (this.best && this.bestCost <= this.floor) return
    this.search()
    const { solver } = this.limits
    if (!solver) return
    for (const { seconds, own } of turns) {
      if (this.finished || this.limits.stopped?.()) return
      const gap = this.bestCost - this.bound
      this.finish(solver, seconds)
      if (this.finished || this.limits.stopped?.()) return
      if (this.bestCost - this.bound > gap / 2) this.searchOn(own)
    }
  }

  /** Takes over a choice made before as far as it goes, and mends the rest. */
  private startFrom({ start, known }: SearchLimits): void {
    const { first } = this.compiled
    const optionsIn = (choice: number[]) =>
      this.group.filter((item) => choice[item]! >= 0).map((item) => first[item]! + choice[item]!)
    const root = this.root()
    if (known) {
      const before = optionsIn(known.choice)
      const differing = this.group.filter((item) => known.differs.has(item))
      this.improveFrom(root, mend(this.compiled, before, differing, root.open), before)
    } else if (start?.some((option) => option >= 0)) this.seek(root, optionsIn(start))
  }

  /** Searches longer than before. */
  private searchOn(seconds: number): void {
    const { left } = this.limits
    const until = left ? left() - seconds * 1000 : 0
    this.isOver = () => this.isStopped() || (left !== undefined && left() < until)
    this.maxNodes = this.nodes + (left ? Infinity : 40 * this.maxNodes)
    this.search()
    this.isOver = this.isStopped
  }

  /** A good choice to start from: it tells the prices how far the bound may rise, and closes much. */
  private seek(root: Node, preferred: number[]): void {
    const before = this.bestCost
    this.tryAnything(root, preferred)
    if (this.bestCost < before) this.improveFrom(root, this.best)
  }

  /** Takes a choice as the best so far, bettered where those that are not where they were can better it. */
  private improveFrom(root: Node, choice: number[] | undefined, before: number[] = []): void {
    if (!choice) return
    this.takeIfBetter(choice)
    if (this.bestCost <= this.floor) return
    const kept = new Set(before)
    const moved = choice.filter((option) => !kept.has(option)).map((option) => this.compiled.itemOf[option]!)
    this.takeIfBetter(improve(this.compiled, moved, choice, root.open, this.isStopped))
  }

  private takeIfBetter(choice: number[]): void {
    const cost = choice.reduce((sum, option) => sum + this.compiled.options[option]!.cost, 0)
    if (cost >= this.bestCost) return
    this.best = choice
    this.bestCost = cost
  }

  private search(): void {
    if (this.loads && this.searchLoads(this.loads)) return
    this.finished = true
    this.bound = Math.max(this.bound, this.explore(this.root()))
    prepare(this.compiled, this.group).prices ??= this.rootPrices
  }

  /** The same where items compete for capacities only; false when there is no choice to start from. */
  private searchLoads(loads: LoadsSearch): boolean {
    const root = this.root()
    if (!this.best) this.seek(root, [])
    if (!this.best) return false
    const { best, bestCost, floor, grain, base } = this
    const maxNodes = this.maxNodes - this.nodes
    const answer = loads.search({ open: root.open, best, bestCost, floor, grain, base, maxNodes, isOver: this.isOver })
    this.best = answer.best
    this.bestCost = answer.bestCost
    this.bound = Math.max(this.bound, answer.bound)
    this.finished = answer.finished
    this.nodes += answer.nodes
    return true
  }

  private root(): Node {
    const { known, allowed } = this.limits
    const open = known ? this.openedBefore(known).slice() : emptyBits(this.compiled.options.length)
    for (const item of this.group) if (!known || known.differs.has(item)) this.openItem(open, item, allowed)
    const left = Float64Array.from(this.compiled.packing.capacities)
    const prices = this.rootPrices ?? this.relaxation.noPrices()
    return { open, left, free: [...this.group], fixed: [], fixedCost: 0, prices }
  }

  private openItem(open: Bits, item: number, allowed: SearchLimits['allowed']): void {
    const { first } = this.compiled
    for (const option of this.optionsOf(item)) {
      if (!allowed || allowed(item, option - first[item]!)) addBit(open, option)
      else dropBit(open, option)
    }
    if (this.loads) closeBeaten(this.compiled, open, this.optionsOf(item))
  }

  private openedBefore({ opened, allowed }: KnownOptimum): Bits {
    const before = opened.get(this.group)
    if (before) return before
    const open = emptyBits(this.compiled.options.length)
    for (const item of this.group) this.openItem(open, item, allowed)
    opened.set(this.group, open)
    return open
  }

  /** Has another solver finish what was not searched to the end. */
  private finish(solver: ProgramSolver, seconds: number): void {
    if (!this.best) return
    const root = this.root()
    if (!this.propagate(root)) return
    const relaxed = this.relaxation.solve(root)
    if (!relaxed) return
    this.closeHopeless(root, relaxed)
    for (const option of root.fixed) addBit(root.open, option)
    const known = { best: this.best, bestCost: this.bestCost, bound: Math.max(this.bound, this.whole(relaxed.bound)) }
    const { left } = this.limits
    const patience = () => Math.min(seconds, left ? left() / 1000 : seconds)
    const { best, bestCost, bound } = finishByProgram(this.compiled, this.group, root.open, known, solver, patience)
    this.best = best
    this.bestCost = bestCost
    this.bound = bound
    this.finished = bound === bestCost
  }

  /** Bounds are exact, so that one may be rounded up to what a choice can cost. */
  private whole(bound: number): number {
    return this.base + Math.ceil((bound - this.base) / this.grain) * this.grain
  }

  /** Searches below a node and returns a lower bound of all that was not searched to the end, or the best found. */
  private explore(node: Node): number {
    this.nodes += 1
    if (this.bestCost <= this.floor || !this.propagate(node)) return this.bestCost
    const relaxed = this.relax(node)
    if (!relaxed || this.whole(relaxed.bound) >= this.bestCost || !node.free.length) return this.bestCost
    if (this.nodes >= this.maxNodes || this.isOver()) {
      this.finished = false
      this.tryAnything(node, relaxed.chosen)
      return this.whole(relaxed.bound)
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
        lowest = Math.min(lowest, this.whole(relaxed.bound))
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
      const floor = this.whole(relaxed.bound + relaxed.reducedCost(option))
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
    const { closeFor, options } = this.compiled
    closeFor(option, node.open)
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
      else if (this.nodes === 1 && turn === 0 && !this.best) this.seek(node, relaxed.chosen)
      else if (this.nodes === 1 && turn % 8 === 0 && !this.limits.known) this.tryAnything(node, relaxed.chosen)
      if (this.whole(relaxed.bound) >= this.bestCost) return undefined
      this.closeHopeless(node, relaxed)
      if (!best || relaxed.bound > best.bound) {
        best = relaxed
        bestPrices = node.prices
        idle = 0
      } else if ((idle += 1) % 3 === 0) stride /= 2
      const aim = this.best ? this.bestCost : Math.min(this.bestCost, relaxed.bound * 1.1 + 10)
      const next =
        turn < turns && idle < patience && !this.isOver()
          ? this.relaxation.reprice(node.prices, stride * (aim - relaxed.bound))
          : undefined
      node.prices = next ?? bestPrices
      if (next) continue
      if (this.nodes === 1) this.rootPrices = bestPrices
      return best
    }
  }

  private closeHopeless(node: Node, { bound, reducedCost }: Relaxed): void {
    for (const item of node.free) {
      for (const option of this.optionsOf(item)) {
        if (hasBit(node.open, option) && this.whole(bound + reducedCost(option)) >= this.bestCost) dropBit(node.open, option)
      }
    }
  }

  /** Keeps a complete choice when it is the best so far. */
  private keep(node: Node, chosen: number[]): void {
    this.takeIfBetter([...node.fixed, ...chosen])
  }

  /** What the relaxation got wrong: a shared setting in dispute before anything else, or an item in conflict. */
  private troubleIn(node: Node, chosen: number[]): Trouble | undefined {
    const { options } = this.compiled
    const holders = new Map<number, number>()
    const settings = new Map<number, number>()
    const guilty = new Set<number>()
    for (let at = 0; at < chosen.length; at += 1) {
      const { units, modes } = options[chosen[at]!]!
      for (const [mode, value] of modes) {
        const set = settings.get(mode)
        if (set === undefined) settings.set(mode, value)
        else if (set !== value) return { item: node.free[at]!, mode }
      }
      for (const unit of units) {
        const holder = holders.get(unit)
        if (holder === undefined) holders.set(unit, at)
        else guilty.add(node.free[holder]!).add(node.free[at]!)
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
    if (!node.free.some((item) => this.compiled.itemLoaded[item])) return []
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
    const astray = (item: number) => wanted.has(item) && !hasBit(node.open, wanted.get(item)!)
    for (const item of [...node.free.filter(astray), ...node.free.filter((one) => !astray(one))]) {
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
