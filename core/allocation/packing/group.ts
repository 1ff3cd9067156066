import { dropBit, hasBit, type Bits } from './bits'
import { loadOn, type Compiled } from './conflicts'
import type { PackingOption } from './packing'
import { LoadsSearch } from './loads'
import { sharesLoads } from './loads-table'
import { Relaxation } from './relaxation'

/** Costs of a group up to this are worked with exactly. */
export const dearestExact = 2 ** 51

/** What is the same for every question about a group. */
export interface Prepared {
  /** Made when it is first asked for: where items compete for capacities only, that is seldom. */
  readonly relaxation: Relaxation
  /** More than any choice of the group costs; it may be too much to be told apart. */
  ceiling: number
  /** What any choice costs is `base` and some of this. */
  grain: number
  base: number
  /** Searches it where its items compete for capacities only, or almost. */
  loads?: LoadsSearch
  /** Prices that served an earlier question about it. */
  prices?: Float64Array
}

const prepared = new WeakMap<number[], Prepared>()

/** More than any choice of a group costs that keeps to what is open, if that is said. */
export function ceilingOf({ options, optionsOfItem }: Compiled, group: number[], open?: Bits): number {
  const isOpen = (option: number) => !open || hasBit(open, option)
  const dearest = (item: number) =>
    optionsOfItem[item]!.reduce((most, option) => (isOpen(option) ? Math.max(most, options[option]!.cost) : most), 0)
  return group.reduce((sum, item) => sum + dearest(item), 1)
}

/**
 * Closes the dearest options of items that have others, where all that is open costs too much together
 * to be told apart: a choice that costs less than any of them is still the best.
 * @returns what the cheapest that was closed costs; infinite where none was
 */
export function closeDearest(compiled: Compiled, group: number[], open: Bits): number {
  let cheapest = Infinity
  if (ceilingOf(compiled, group, open) <= dearestExact) return cheapest
  const costOf = (option: number) => compiled.options[option]!.cost
  const isDear = (option: number) => costOf(option) > dearestExact / (group.length + 1)
  for (const item of group) {
    const ofItem = compiled.optionsOfItem[item]!.filter((option) => hasBit(open, option))
    if (ofItem.every(isDear)) continue
    for (const option of ofItem.filter(isDear)) {
      dropBit(open, option)
      cheapest = Math.min(cheapest, costOf(option))
    }
  }
  return cheapest
}

/** What belongs to a group, worked out once. */
export function prepare(compiled: Compiled, group: number[]): Prepared {
  const known = prepared.get(group)
  if (known) return known
  const ceiling = ceilingOf(compiled, group)
  let relaxation: Relaxation | undefined
  const fresh: Prepared = {
    get relaxation() {
      return (relaxation ??= new Relaxation(compiled, group))
    },
    ceiling,
    ...grainOf(compiled, group),
    ...(sharesLoads(compiled, group) && { loads: new LoadsSearch(compiled, group) }),
  }
  prepared.set(group, fresh)
  return fresh
}

/** Closes options of an item, without units, that another one beats or equals in cost, in every load and in every setting. */
export function closeBeaten({ options }: Compiled, open: Bits, ofItem: number[]): void {
  const within = (one: PackingOption, other: PackingOption) =>
    one.cost <= other.cost &&
    one.loads.every(([capacity]) => loadOn(one, capacity) <= loadOn(other, capacity)) &&
    one.modes.every(([mode, value]) => other.modes.some(([same, theirs]) => same === mode && theirs === value))
  ofItem.forEach((option, at) => {
    if (!hasBit(open, option)) return
    const beaten = ofItem.some((other, place) => {
      if (other === option || !hasBit(open, other) || !within(options[other]!, options[option]!)) return false
      return place < at || !within(options[option]!, options[other]!)
    })
    if (beaten) dropBit(open, option)
  })
}

/** The common measure of what the choices of a group cost. */
function grainOf({ options, optionsOfItem }: Compiled, items: number[]): { grain: number; base: number } {
  let grain = 0
  let base = 0
  for (const item of items) {
    const [first, ...others] = optionsOfItem[item]!.map((option) => options[option]!.cost)
    base += first!
    for (const cost of others) grain = commonDivisor(grain, Math.abs(cost - first!))
  }
  return { grain: grain || 1, base: base % (grain || 1) }
}

function commonDivisor(one: number, other: number): number {
  return other === 0 ? one : commonDivisor(other, one % other)
}

/** What a group's items cost in a choice of all items. */
export function costOfGroup({ packing }: Compiled, group: number[], choice: number[]): number {
  return group.reduce((sum, item) => sum + packing.items[item]!.options[choice[item]!]!.cost, 0)
}
