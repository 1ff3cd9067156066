import { addBit, dropAll, dropBit, emptyBits, type Bits } from './bits'
import { memo } from './maps'
import type { Packing, PackingOption } from './packing'

/** A packing with its options numbered through and their conflicts worked out. */
export interface Compiled {
  packing: Packing
  options: PackingOption[]
  itemOf: Int32Array
  /** Options of item i are first[i] … first[i + 1] − 1. */
  first: Int32Array
  optionsOfItem: number[][]
  /** Closes what cannot be taken together with an option that is taken. */
  closeFor: (option: number, open: Bits) => void
  /** Items with the very same options, those of each item without itself. */
  twins: number[][]
  /** For each mode the options that set it, by value. */
  settings: Map<number, Map<number, Bits>>
  /** Groups of items that have no unit, mode or scarce capacity in common. */
  groups: number[][]
  /** Capacities that can be exceeded at all. */
  scarce: boolean[]
  /** Options, and items with any option, that weigh on a capacity. */
  loaded: boolean[]
  itemLoaded: boolean[]
}

/** Numbers the options of a packing and works out which pairs exclude each other. */
export function compile(packing: Packing): Compiled {
  const options = packing.items.flatMap((item) => item.options.map(withUnitsOnce))
  const first = new Int32Array(packing.items.length + 1)
  packing.items.forEach((item, at) => (first[at + 1] = first[at]! + item.options.length))
  const itemOf = new Int32Array(options.length)
  for (let item = 0; item < packing.items.length; item += 1) itemOf.fill(item, first[item], first[item + 1])
  const size = options.length
  const byUnit: (Bits | undefined)[] = []
  const byMode = new Map<number, Map<number, Bits>>()
  const none = () => emptyBits(size)
  for (let at = 0; at < size; at += 1) {
    const { units, modes } = options[at]!
    for (const unit of units) addBit((byUnit[unit] ??= none()), at)
    for (const [mode, value] of modes) addBit(memo(memo(byMode, mode, newMap), value, none), at)
  }
  const closeFor = (at: number, open: Bits): void => {
    const { units, modes } = options[at]!
    for (const unit of units) dropAll(open, byUnit[unit]!)
    for (const [mode, value] of modes) {
      for (const [other, holders] of byMode.get(mode)!) if (other !== value) dropAll(open, holders)
    }
    const item = itemOf[at]!
    for (let same = first[item]!; same < first[item + 1]!; same += 1) dropBit(open, same)
    addBit(open, at)
  }
  const most = mostLoads(packing)
  const scarce = packing.capacities.map((limit, capacity) => most[capacity]! > limit)
  const optionsOfItem = packing.items.map((item, at) => item.options.map((_, option) => first[at]! + option))
  return {
    packing,
    options,
    itemOf,
    first,
    optionsOfItem,
    closeFor,
    twins: twinsOf(packing),
    settings: byMode,
    groups: groupsOf(packing, scarce),
    scarce,
    loaded: options.map((option) => option.loads.length > 0),
    itemLoaded: packing.items.map((item) => item.options.some((option) => option.loads.length > 0)),
  }
}

const newMap = () => new Map<number, Bits>()
const newList = (): number[] => []

/** A unit that an option names twice is taken once; priced twice, its bound would be none. */
function withUnitsOnce(option: PackingOption): PackingOption {
  const { units } = option
  return units.some((unit, at) => units.indexOf(unit) < at) ? { ...option, units: [...new Set(units)] } : option
}

function twinsOf(packing: Packing): number[][] {
  // What has another sum of costs is no twin; only the others are compared by all they have.
  const sums = new Map<number, number[]>()
  packing.items.forEach(({ options }, at) => {
    const sum = options.reduce((sum, { cost }) => sum + cost, options.length)
    memo(sums, sum, newList).push(at)
  })
  const alike = new Map<string, number[]>()
  for (const items of sums.values()) {
    if (items.length === 1) continue
    for (const at of items) memo(alike, JSON.stringify(packing.items[at]!.options), newList).push(at)
  }
  const twins: number[][] = packing.items.map(() => [])
  for (const items of alike.values()) for (const at of items) twins[at] = items.filter((other) => other !== at)
  return twins
}

function groupsOf(packing: Packing, scarce: boolean[]): number[][] {
  const parent = packing.items.map((_, at) => at)
  const root = (at: number): number => (parent[at] === at ? at : (parent[at] = root(parent[at]!)))
  /** Who was first met with each unit, mode and capacity. */
  const units = new Map<number, number>()
  const modes = new Map<number, number>()
  const capacities = new Map<number, number>()
  packing.items.forEach((item, at) => {
    const join = (owners: Map<number, number>, thing: number) => {
      const other = owners.get(thing)
      if (other === undefined) owners.set(thing, at)
      else if (other !== at) parent[root(at)] = root(other)
    }
    for (const option of item.options) {
      for (const unit of option.units) join(units, unit)
      for (const [mode] of option.modes) join(modes, mode)
      for (const [capacity] of option.loads) if (scarce[capacity]) join(capacities, capacity)
    }
  })
  const groups = new Map<number, number[]>()
  packing.items.forEach((_, at) => memo(groups, root(at), () => []).push(at))
  return [...groups.values()]
}

/** What would load each capacity if each item loaded it as much as it can. */
function mostLoads({ items, capacities }: Packing): Float64Array {
  const sum = new Float64Array(capacities.length)
  for (const { options } of items) {
    const most = new Float64Array(capacities.length)
    for (const option of options) {
      for (const [capacity] of option.loads) most[capacity] = Math.max(most[capacity]!, loadOn(option, capacity))
    }
    most.forEach((amount, capacity) => (sum[capacity]! += amount))
  }
  return sum
}

export function loadOn({ loads }: PackingOption, capacity: number): number {
  let sum = 0
  for (const [on, amount] of loads) if (on === capacity) sum += amount
  return sum
}

/** A mode that two options set to different values, if any. */
export function disputedMode({ options }: Compiled, one: number, other: number): number | undefined {
  for (const [mode, value] of options[one]!.modes) {
    if (options[other]!.modes.some(([another, theirs]) => another === mode && theirs !== value)) return mode
  }
  return undefined
}

/** Whether two chosen options, of different items, exclude each other: by a unit that both take, or a setting they dispute. */
export function excludes(compiled: Compiled, one: number, other: number): boolean {
  const theirs = compiled.options[other]!.units
  return compiled.options[one]!.units.some((unit) => theirs.includes(unit)) || disputedMode(compiled, one, other) !== undefined
}
