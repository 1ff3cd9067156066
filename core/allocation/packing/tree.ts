import { dropBit, hasBit } from './bits'
import type { Compiled } from './conflicts'
import type { Undecided } from './relaxation'

/** A part of the search: what is still open, and what is fixed in it. */
export interface Node extends Undecided {
  fixed: number[]
}

/** A rule that a relaxed choice breaks: an item to branch on, or a shared setting in dispute. */
export interface Trouble {
  item: number
  mode?: number
}

/** How often options are taken in turn before it is said that this leads nowhere. */
const mostAttempts = 12

export function copyOf(node: Node): Node {
  return { ...node, open: node.open.slice(), left: node.left.slice() }
}

/** What follows from what is fixed at a node of the search, and what of a relaxed choice breaks a rule there. */
export class Tree {
  constructor(private readonly compiled: Compiled) {}

  openOptions(node: Node, item: number): number[] {
    return this.compiled.optionsOfItem[item]!.filter((option) => hasBit(node.open, option))
  }

  /** Puts an item on an option; false when that exceeds a capacity. */
  fix(node: Node, item: number, option: number): boolean {
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

  /**
   * Closes options that no longer fit a capacity and fixes items with one option left.
   * @returns false when that leaves nothing, or nothing that costs less than `below`
   */
  propagate(node: Node, below: number): boolean {
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
    return node.fixedCost < below
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

  /** Twins that are free and have the same options open as the item. */
  twinsIn(node: Node, item: number): number[] {
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
  closeForTwins(node: Node, item: number, twins: number[], done: number[]): void {
    const { first } = this.compiled
    for (const twin of twins) for (const option of done) dropBit(node.open, option - first[item]! + first[twin]!)
  }

  /** What the relaxation got wrong: a shared setting in dispute before anything else, or an item in conflict. */
  troubleIn(node: Node, chosen: number[]): Trouble | undefined {
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
  narrowest(node: Node, items: number[]): number {
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

  /**
   * A choice made by taking options in turn while they fit, preferred ones first. An item that finds none
   * left is among the first of another attempt; undefined when that does not help either.
   */
  greedy(node: Node, preferred: number[]): number[] | undefined {
    const wanted = new Map(preferred.map((option) => [this.compiled.itemOf[option]!, option]))
    const astray = (item: number) => wanted.has(item) && !hasBit(node.open, wanted.get(item)!)
    let order = [...node.free.filter(astray), ...node.free.filter((one) => !astray(one))]
    for (let attempts = 0; attempts < mostAttempts; attempts += 1) {
      const rest = copyOf(node)
      const stuck = order.find((item) => !this.takeFirst(rest, item, wanted.get(item)))
      if (stuck === undefined) return rest.fixed
      order = [stuck, ...order.filter((item) => item !== stuck)]
    }
    return undefined
  }

  /** Puts an item on the option that it is to have, or else the cheapest that fits; false when none does. */
  private takeFirst(node: Node, item: number, like: number | undefined): boolean {
    const usable = this.openOptions(node, item).filter((option) => !this.tooHeavy(node, option))
    const cheapest = usable.sort((a, b) => this.compiled.options[a]!.cost - this.compiled.options[b]!.cost)[0]
    const option = like !== undefined && usable.includes(like) ? like : cheapest
    return option !== undefined && this.fix(node, item, option)
  }
}
