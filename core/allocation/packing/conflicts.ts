import { addAll, addBit, dropBit, emptyBits, type Bits } from './bits'
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
  /** Options that cannot be taken together with an option; worked out when it is first asked for. */
  conflicts: (option: number) => Bits
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
  const byUnit = new Map<number, Bits>()
  const byMode = new Map<number, Map<number, Bits>>()
  options.forEach((option, at) => {
    for (const unit of option.units)
      addBit(
        memo(byUnit, unit, () => emptyBits(size)),
        at,
      )
    for (const [mode, value] of option.modes) {
      const values = memo(byMode, mode, () => new Map<number, Bits>())
      addBit(
        memo(values, value, () => emptyBits(size)),
        at,
      )
    }
  })
  const known: (Bits | undefined)[] = []
  const conflicts = (at: number): Bits => {
    const before = known[at]
    if (before) return before
    const bits = emptyBits(size)
    for (const unit of options[at]!.units) addAll(bits, byUnit.get(unit)!)
    for (const [mode, value] of options[at]!.modes) {
      for (const [other, holders] of byMode.get(mode)!) if (other !== value) addAll(bits, holders)
    }
    for (let same = first[itemOf[at]!]!; same < first[itemOf[at]! + 1]!; same += 1) addBit(bits, same)
    dropBit(bits, at)
    known[at] = bits
    return bits
  }
  const scarce = packing.capacities.map((limit, capacity) => mostLoad(packing, capacity) > limit)
  const optionsOfItem = packing.items.map((item, at) => item.options.map((_, option) => first[at]! + option))
  return {
    packing,
    options,
    itemOf,
    first,
    optionsOfItem,
    conflicts,
    twins: twinsOf(packing),
    settings: byMode,
    groups: groupsOf(packing, scarce),
    scarce,
    loaded: options.map((option) => option.loads.length > 0),
    itemLoaded: packing.items.map((item) => item.options.some((option) => option.loads.length > 0)),
  }
}

/** A unit that an option names twice is taken once; priced twice, its bound would be none. */
function withUnitsOnce(option: PackingOption): PackingOption {
  const units = [...new Set(option.units)]
  return units.length === option.units.length ? option : { ...option, units }
}

function twinsOf(packing: Packing): number[][] {
  const alike = new Map<string, number[]>()
  const keys = packing.items.map((item) => JSON.stringify(item.options))
  keys.forEach((key, at) => memo(alike, key, () => []).push(at))
  return keys.map((key, at) => alike.get(key)!.filter((other) => other !== at))
}

function groupsOf(packing: Packing, scarce: boolean[]): number[][] {
  const parent = packing.items.map((_, at) => at)
  const root = (at: number): number => (parent[at] === at ? at : (parent[at] = root(parent[at]!)))
  const owner = new Map<string, number>()
  packing.items.forEach((item, at) => {
    const join = (key: string) => {
      const other = owner.get(key)
      if (other === undefined) owner.set(key, at)
      else parent[root(at)] = root(other)
    }
    for (const option of item.options) {
      for (const unit of option.units) join(`u${unit}`)
      for (const [mode] of option.modes) join(`m${mode}`)
      for (const [capacity] of option.loads) if (scarce[capacity]) join(`c${capacity}`)
    }
  })
  const groups = new Map<number, number[]>()
  packing.items.forEach((_, at) => memo(groups, root(at), () => []).push(at))
  return [...groups.values()]
}

function mostLoad(packing: Packing, capacity: number): number {
  return packing.items.reduce((sum, item) => sum + Math.max(0, ...item.options.map((option) => loadOn(option, capacity))), 0)
}

export function loadOn(option: PackingOption, capacity: number): number {
  return option.loads.reduce((sum, [on, amount]) => (on === capacity ? sum + amount : sum), 0)
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
