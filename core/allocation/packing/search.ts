import { forbidden } from './assignment'
import { dropAll, dropBit, hasBit, emptyBits, addBit, meets, type Bits } from './bits'
import type { Compiled } from './conflicts'
import { ceilingOf, closeBeaten, closeDearest, costOfGroup, dearestExact, prepare, type Prepared } from './group'
import type { KnownOptimum, SearchLimits } from './packing'
import type { LoadsSearch } from './loads'
import type { ProgramSolver } from './program-solver'
import { finishByProgram, relaxByProgram } from './second'
import { improve, mend } from './repair'
import type { Relaxation, Relaxed } from './relaxation'
import { copyOf, Tree, type Node, type Trouble } from './tree'

/**
 * Nodes, times the options of a group, after which another solver is asked for prices where there is one,
 * and how many more are searched under them.
 */
const workBeforePrices = 5_000
const workUnderPrices = 80_000
/** Nodes after which it is asked to finish where only capacities are shared. */
const nodesOnLoads = 400
/** Nodes, times items, after which it is asked to finish where its prices did not help. */
const workBeforeSolver = 12_000
/** The same for questions about a known optimum, which have its prices. */
const workNearKnown = { loads: 60_000, others: 12_000 }
/** Share of the gap that its prices have to close to be searched under: they make each node dearer. */
const worthwhile = 0.1
/** Seconds it is given to find prices. */
const secondsForPrices = 2
/**
 * Seconds it is given in turn with the search, which has most work to do where the other has closed less than half of the gap;
 * where it has closed more, the search has a moment to close the rest.
 */
const solverShares = [
  { seconds: 0.8, own: 2.5 },
  { seconds: 2, own: 20 },
  { seconds: 20, own: 20 },
]
const secondsForRest = 0.5
/** How often prices are moved at the root of the search, there where another solver will be asked for better ones, and at each node below. */
const rootTurns = 80
const rootTurnsAtFirst = 20
const nodeTurns = 4
/** Turns without a better bound after which prices are left alone. */
const mostIdleTurns = 9

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
  /** Options that a better choice may use, once that is known. */
  private narrowed?: Bits
  private readonly loads: LoadsSearch | undefined
  private readonly grain: number
  private readonly base: number
  /** No choice costs less. */
  private readonly floor: number
  private maxNodes: number
  private readonly isStopped: () => boolean
  private isOver: () => boolean
  private readonly prepared: Prepared
  private readonly tree: Tree
  /** Options that are open before anything is decided. */
  private openAtFirst: Bits | undefined

  constructor(
    private readonly compiled: Compiled,
    private readonly group: number[],
    private readonly limits: SearchLimits,
    maxNodes: number,
  ) {
    const prepared = prepare(compiled, group)
    this.isStopped = limits.stopped ?? never
    this.isOver = this.isStopped
    this.prepared = prepared
    this.tree = new Tree(compiled)
    this.grain = prepared.grain
    this.base = prepared.base
    this.loads = prepared.loads
    this.bestCost = prepared.ceiling
    this.rootPrices = prepared.prices
    this.floor = limits.known?.onlyFewer ? costOfGroup(compiled, group, limits.known.choice) : 0
    this.bound = this.floor
    const nodes = this.nodesAlone()
    this.maxNodes = limits.solver ? Math.min(maxNodes, Math.ceil(nodes)) : maxNodes
  }

  /** Searches among all that can be told apart, and settles for what it can get where nothing is found there. */
  solve(): void {
    const { compiled, group, prepared } = this
    if (prepared.ceiling <= dearestExact) return this.searchInTurn()
    const open = (this.openAtFirst = this.allowedOptions())
    const tooDear = closeDearest(compiled, group, open)
    if (ceilingOf(compiled, group, open) <= dearestExact) this.searchInTurn()
    if (this.best && this.bestCost < tooDear) return undefined
    this.narrowed = this.openAtFirst = undefined
    this.finished = false
    this.bound = Math.min(this.bound, tooDear)
    return this.seek(this.unpriced(), this.best ?? [])
  }

  /** Searches, in turn with another solver where there is one: each is quick where the other is not. */
  private searchInTurn(): void {
    this.startFrom(this.limits)
    if (this.best && this.bestCost <= this.floor) return
    this.search()
    const { solver } = this.limits
    if (!solver) return
    if (this.goesOn()) this.searchPriced(solver)
    for (const { seconds, own } of solverShares) {
      if (!this.goesOn()) return
      const gap = this.bestCost - this.bound
      this.finish(solver, seconds)
      if (this.goesOn()) this.searchOn(this.bestCost - this.bound > gap / 2 ? own : secondsForRest)
    }
  }

  /** Nodes before another solver is asked. */
  private nodesAlone(): number {
    const { known } = this.limits
    if (known) return (this.loads ? workNearKnown.loads : workNearKnown.others) / this.group.length
    return this.loads ? nodesOnLoads : this.nodesFor(workBeforePrices)
  }

  private nodesFor(work: number): number {
    const options = this.group.reduce((sum, item) => sum + this.compiled.optionsOfItem[item]!.length, 0)
    return Math.ceil(work / options)
  }

  private goesOn(): boolean {
    return !this.finished && this.best !== undefined && !this.isStopped()
  }

  /** Takes over a choice made before as far as it goes, and mends the rest. */
  private startFrom({ start, known }: SearchLimits): void {
    const { first } = this.compiled
    const optionsIn = (choice: number[]) =>
      this.group.filter((item) => choice[item]! >= 0).map((item) => first[item]! + choice[item]!)
    const root = this.unpriced()
    if (known) {
      const before = optionsIn(known.choice)
      const differing = this.group.filter((item) => known.differs.has(item))
      this.improveFrom(root, mend(this.compiled, before, differing, root.open), before)
    } else if (start?.some((option) => option >= 0)) this.seek(root, optionsIn(start))
  }

  /** Searches under prices of another solver, which knows those of shared settings, too. */
  private searchPriced(solver: ProgramSolver): void {
    const plain = this.loads || this.limits.known ? undefined : this.narrow()
    if (!plain) return
    const { compiled, group, narrowed, best, rootPrices } = this
    const found = relaxByProgram(compiled, group, narrowed!, best!, solver, this.seconds(secondsForPrices))
    if (found) {
      const open = this.unpriced()
      this.improveFrom(open, this.tree.greedy(open, found.likely))
      this.rootPrices = this.relaxation.pricesNamed(found.prices)
    }
    const root = this.root()
    const relaxed = this.tree.propagate(root, this.bestCost) ? this.relaxation.solve(root) : undefined
    if (relaxed) this.seek(root, relaxed.chosen)
    const helps = relaxed && relaxed.bound - plain.bound > worthwhile * (this.bestCost - plain.bound)
    if (relaxed && !helps) this.rootPrices = rootPrices
    else this.prepared.prices = this.rootPrices
    this.maxNodes = this.nodes + (helps ? this.nodesFor(workUnderPrices) : Math.ceil(workBeforeSolver / group.length))
    this.search()
  }

  /**
   * Closes for good what a choice better than the best so far cannot use.
   * @returns what bounds the others; undefined when there is no better choice, which is then proven
   */
  private narrow(): Relaxed | undefined {
    const root = this.root()
    const relaxed = this.tree.propagate(root, this.bestCost) ? this.relaxation.solve(root) : undefined
    if (!relaxed) {
      this.finished = true
      this.bound = this.bestCost
      return undefined
    }
    this.closeHopeless(root, relaxed)
    for (const option of root.fixed) addBit(root.open, option)
    this.narrowed = root.open
    return relaxed
  }

  /** As many seconds, or as are left. */
  private seconds(most: number): number {
    const { left } = this.limits
    return Math.min(most, left ? left() / 1000 : most)
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
    this.takeIfBetter(this.tree.greedy(root, preferred))
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

  private takeIfBetter(choice: number[] | undefined): void {
    if (!choice) return
    const cost = choice.reduce((sum, option) => sum + this.compiled.options[option]!.cost, 0)
    if (cost >= this.bestCost) return
    this.best = choice
    this.bestCost = cost
  }

  private search(): void {
    if (this.loads && this.searchLoads(this.loads)) return
    this.finished = true
    this.bound = Math.max(this.bound, this.explore(this.root()))
    this.prepared.prices ??= this.rootPrices
  }

  /** The same where items compete for capacities only; false when there is no choice to start from. */
  private searchLoads(loads: LoadsSearch): boolean {
    const root = this.unpriced()
    if (!this.best) this.takeIfBetter(this.tree.greedy(root, []))
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

  private get relaxation(): Relaxation {
    return this.prepared.relaxation
  }

  private root(): Node {
    const root = this.unpriced()
    this.relaxation.tune(root.open)
    root.prices = this.rootPrices ? this.relaxation.fitted(this.rootPrices) : this.relaxation.noPrices()
    return root
  }

  /** The root for those who need no bound of it: it has no prices. */
  private unpriced(): Node {
    const open = (this.narrowed ?? (this.openAtFirst ??= this.allowedOptions())).slice()
    const left = Float64Array.from(this.compiled.packing.capacities)
    return { open, left, free: [...this.group], fixed: [], fixedCost: 0, prices: new Float64Array(0) }
  }

  private allowedOptions(): Bits {
    const { known, allowed } = this.limits
    const open = known ? this.openedBefore(known).slice() : emptyBits(this.compiled.options.length)
    for (const item of this.group) if (!known || known.differs.has(item)) this.openItem(open, item, allowed)
    return open
  }

  private openItem(open: Bits, item: number, allowed: SearchLimits['allowed']): void {
    const { first } = this.compiled
    for (const option of this.compiled.optionsOfItem[item]!) {
      if (!allowed || allowed(item, option - first[item]!)) addBit(open, option)
      else dropBit(open, option)
    }
    if (this.loads) closeBeaten(this.compiled, open, this.compiled.optionsOfItem[item]!)
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
    const relaxed = this.narrow()
    if (!relaxed) return
    const known = { best: this.best!, bestCost: this.bestCost, bound: Math.max(this.bound, this.whole(relaxed.bound)) }
    const remaining = () => this.seconds(seconds)
    const { best, bestCost, bound } = finishByProgram(this.compiled, this.group, this.narrowed!, known, solver, remaining)
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
    if (this.bestCost <= this.floor || !this.tree.propagate(node, this.bestCost)) return this.bestCost
    const relaxed = this.relax(node)
    if (!relaxed || this.whole(relaxed.bound) >= this.bestCost || !node.free.length) return this.bestCost
    // Something has to be found in any case.
    if ((this.nodes >= this.maxNodes && this.best) || this.isOver()) {
      this.finished = false
      this.takeIfBetter(this.tree.greedy(node, relaxed.chosen))
      return this.whole(relaxed.bound)
    }
    const trouble = this.tree.troubleIn(node, relaxed.chosen) ?? { item: this.tree.narrowest(node, node.free) }
    return trouble.mode === undefined ? this.branchOnItem(node, trouble.item, relaxed) : this.branchOnMode(node, trouble, relaxed)
  }

  /** One branch for each value of a shared setting that is in dispute; by item when only one value is left. */
  private branchOnMode(node: Node, { item, mode }: Trouble, relaxed: Relaxed): number {
    const { chosen } = relaxed
    const values = [...this.compiled.settings.get(mode!)!]
    const wanted = (bits: Bits) => chosen.filter((option) => hasBit(bits, option)).length
    const open = values.filter(([, holders]) => meets(holders, node.open))
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
    const branches = this.tree
      .openOptions(node, item)
      .sort((one, other) => relaxed.reducedCost(one) - relaxed.reducedCost(other) || one - other)
    const twins = this.tree.twinsIn(node, item)
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
      this.tree.closeForTwins(child, item, twins, done)
      lowest = Math.min(lowest, this.tree.fix(child, item, option) ? this.explore(child) : forbidden)
      done.push(option)
    }
    return Math.min(this.bestCost, lowest)
  }

  /**
   * The bound of a node under prices that are moved a few times; what cannot be in
   * a better solution is closed, and what the relaxation happens to solve is kept.
   * @returns undefined when nothing better is below the node
   */
  private relax(node: Node): Relaxed | undefined {
    const most = this.nodes === 1 ? this.turnsAtRoot() : nodeTurns
    let best: Relaxed | undefined
    let bestPrices = node.prices
    let stride = 1
    let idle = 0
    for (let turn = 0; ; turn += 1) {
      const relaxed = this.relaxation.solve(node)
      if (!relaxed) return undefined
      const sound = !this.tree.troubleIn(node, relaxed.chosen)
      if (sound) this.takeIfBetter([...node.fixed, ...relaxed.chosen])
      else if (this.nodes === 1 && turn === 0 && !this.best) this.seek(node, relaxed.chosen)
      else if (this.nodes === 1 && turn % 8 === 0 && !this.limits.known) this.takeIfBetter(this.tree.greedy(node, relaxed.chosen))
      if (this.whole(relaxed.bound) >= this.bestCost) return undefined
      this.closeHopeless(node, relaxed)
      if (!best || relaxed.bound > best.bound) {
        best = relaxed
        bestPrices = node.prices
        idle = 0
      } else if ((idle += 1) % 3 === 0) stride /= 2
      const aim = this.best ? this.bestCost : Math.min(this.bestCost, relaxed.bound * 1.1 + 10)
      const next =
        turn < most && idle < mostIdleTurns && !this.isOver()
          ? this.relaxation.reprice(node.prices, stride * (aim - relaxed.bound))
          : undefined
      node.prices = next ?? bestPrices
      if (next) continue
      if (this.nodes === 1) this.rootPrices = bestPrices
      return best
    }
  }

  private turnsAtRoot(): number {
    const { solver, known } = this.limits
    return solver && !known ? rootTurnsAtFirst : rootTurns
  }

  /** Closes what no choice better than the best so far can use: with it the bound, rounded up, reaches that. */
  private closeHopeless(node: Node, { bound, closeBeyond }: Relaxed): void {
    const steps = Math.ceil((this.bestCost - this.base) / this.grain)
    if (Number.isFinite(steps)) closeBeyond(this.base + (steps - 1) * this.grain - bound, node.open)
  }
}
