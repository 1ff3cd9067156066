import { disputedMode, type Compiled } from './conflicts'

/** What the options of some items load, numbered through: those of item i are first[i] … first[i + 1] − 1, their loads firstLoad[o] … firstLoad[o + 1] − 1. */
export interface Loads {
  first: Int32Array
  firstLoad: Int32Array
  /** The row that is loaded, and by how much. */
  loadOn: Int32Array
  amount: Float64Array
  rows: number
}

/** A group whose items share capacities only, or almost. */
export interface LoadsTable extends Loads {
  items: number
  count: number
  /** The option at each place, and the capacity of each row. */
  optionAt: number[]
  capacities: number[]
  /** Places that cannot be taken with a place, because they set something otherwise; no list where there are none. */
  against: (number[] | undefined)[]
  /** Nothing is set at all. */
  settled: boolean
}

/** The share of a group's options that may have settings: the bounds of its search leave them out. */
const mostSetting = 0.25
/** Options times items of a group; each takes a row for each depth of its search, some tens of megabytes in all. */
const largestTable = 4_000_000

/** Whether none of a group's options take units, few of them have settings, and they are not too many. */
export function sharesLoads({ options, optionsOfItem }: Compiled, group: number[]): boolean {
  let count = 0
  let setting = 0
  for (const item of group) {
    for (const option of optionsOfItem[item]!) {
      if (options[option]!.units.length) return false
      if (options[option]!.modes.length) setting += 1
      count += 1
    }
  }
  return setting <= count * mostSetting && count * group.length <= largestTable
}

/** @param group one that shares loads */
export function loadsTable(compiled: Compiled, group: number[]): LoadsTable {
  const { options, optionsOfItem, scarce } = compiled
  const first = new Int32Array(group.length + 1)
  const optionAt: number[] = []
  group.forEach((item, at) => {
    optionAt.push(...optionsOfItem[item]!)
    first[at + 1] = optionAt.length
  })
  const firstLoad = new Int32Array(optionAt.length + 1)
  const loadOn: number[] = []
  const amounts: number[] = []
  const capacities: number[] = []
  optionAt.forEach((option, at) => {
    for (const [capacity, amount] of options[option]!.loads) {
      if (!scarce[capacity] || amount === 0) continue
      const known = capacities.indexOf(capacity)
      loadOn.push(known < 0 ? capacities.push(capacity) - 1 : known)
      amounts.push(amount)
    }
    firstLoad[at + 1] = loadOn.length
  })
  const against: (number[] | undefined)[] = []
  const setting = optionAt.flatMap((option, at) => (options[option]!.modes.length ? [at] : []))
  for (const one of setting) {
    against[one] = setting.filter((other) => disputedMode(compiled, optionAt[one]!, optionAt[other]!) !== undefined)
  }
  return {
    items: group.length,
    count: optionAt.length,
    rows: capacities.length,
    first,
    firstLoad,
    loadOn: Int32Array.from(loadOn),
    amount: Float64Array.from(amounts),
    optionAt,
    capacities,
    against,
    settled: setting.length === 0,
  }
}
