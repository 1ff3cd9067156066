import type { ProgramSolver } from './program-solver'

/**
 * The allocator's abstract problem: each item takes exactly one of its options,
 * no unit is taken twice, all that set a mode set it alike, and no capacity is
 * exceeded; the sum of costs is to be least. Leaving an item out is an option
 * like any other, without units and with a high cost.
 */
export interface PackingOption {
  /** Things that only one item can have. The first is the one the bound is computed on. */
  units: number[]
  /** `[mode, value]`: a shared setting, such as the pulse rate of a timer. */
  modes: [mode: number, value: number][]
  /** `[capacity, amount]`, whole numbers. */
  loads: [capacity: number, amount: number][]
  /** Whole, not negative; all costs together below 2^53. */
  cost: number
}

export interface PackingItem {
  options: PackingOption[]
}

export interface Packing {
  units: number
  modes: number
  capacities: number[]
  items: PackingItem[]
  /**
   * What costs are sums of, heaviest first, down to 1: all that comes together below a
   * level is less than one of it. Left out where costs are of one kind.
   */
  levels?: number[]
}

export interface PackingResult {
  /** Option of each item; undefined when nothing fits at all. */
  choice: number[] | undefined
  cost: number
  /** No solution costs less than this. */
  bound: number
  /** The choice is proven to be the best, or it is proven that nothing fits. */
  proven: boolean
  nodes: number
}

/**
 * Limits that end a question, however many searches it takes, after some time.
 * @param clock tells the time in milliseconds, such as `Date.now`
 */
export function within(milliseconds: number, clock: () => number): SearchLimits {
  const until = clock() + milliseconds
  return { stopped: () => clock() >= until, left: () => until - clock() }
}

export interface SearchLimits {
  /** Nodes of the search after which the best found so far is returned. */
  maxNodes?: number
  /** Asked at every node; true ends the search with the best found so far. */
  stopped?: () => boolean
  /** Milliseconds that are left. */
  left?: () => number
  /** Finishes what the search itself does not prove soon. */
  solver?: ProgramSolver
  /** Options each item may use; others are closed. */
  allowed?: (item: number, option: number) => boolean
  /** Option of each item to start from where it is open; −1 for none. */
  start?: number[]
  known?: KnownOptimum
}

/** An optimum under other permissions: what nothing joins to the items for which they differ is taken over from it. */
export interface KnownOptimum {
  choice: number[]
  /** Options each item might use then. */
  allowed: (item: number, option: number) => boolean
  /** Items for which permissions differ. */
  differs: Set<number>
  /** They are only fewer, so that nothing can cost less than the optimum. */
  onlyFewer: boolean
  /** Open options of each group under the permissions of the optimum, filled in as they are worked out. */
  opened: Map<number[], Uint32Array>
}
