import type { Compiled } from './conflicts'
import { memo } from './maps'

/**
 * Numbers that name the rows which a relaxation prices and an integer program has: units
 * first, then capacities, then those who ask for a value of a shared setting.
 */
export class RowNames {
  private readonly offsets = new Map<number, Map<number, number>>()
  private readonly units: number

  constructor({ packing, settings }: Compiled) {
    this.units = packing.units
    const askers = packing.units + packing.items.length
    let offset = packing.units + packing.capacities.length
    for (const [mode, values] of settings) {
      const ofMode = new Map<number, number>()
      for (const value of values.keys()) {
        ofMode.set(value, offset)
        offset += askers
      }
      this.offsets.set(mode, ofMode)
    }
  }

  unit(unit: number): number {
    return unit
  }

  capacity(capacity: number): number {
    return this.units + capacity
  }

  /** @param asker one of `askersOf` */
  asker(mode: number, value: number, asker: number): number {
    return this.offsets.get(mode)!.get(value)! + asker
  }

  /** Who asks for the shared settings of an option: the units that it takes, or its item where it takes none. */
  askersOf(units: number[], item: number): number[] {
    return units.length ? units : [this.units + item]
  }
}

/** Rows of a group that carry a price. */
export interface PricedRows {
  count: number
  /** Rows before it are of units and capacities, the others of those who ask for a shared setting. */
  limited: number
  /** Those of option o are of[firstOf[o]] … of[endOf[o] − 1], taken `amounts` of. */
  firstOf: Int32Array
  endOf: Int32Array
  of: Int32Array
  amounts: Float64Array
  /** For each limited row its capacity; −1 when it is a unit. */
  capacity: Int32Array
  /** The most that an option takes of each row, at least one. */
  mostOf: Float64Array
  /** The most rows that an option takes of. */
  mostOfOption: number
  /** For each shared setting, and each of its values, the rows of those who ask for it. */
  settings: number[][][]
  /** The row of each name; none unless those who ask for settings have rows. */
  named: Map<number, number>
}

/**
 * Units that are not the first of every option, and scarce capacities.
 * @param asking whether those who ask for shared settings have rows, too
 */
export function pricedRows(compiled: Compiled, group: number[], asking: boolean): PricedRows {
  const members = group.flatMap((item) => compiled.optionsOfItem[item]!)
  const limits = limitedRows(compiled, members)
  const limited = limits.capacity.length
  const names = asking ? new RowNames(compiled) : undefined
  const askers = names ? askingRows(compiled, names, members, limited) : noAskers()
  return {
    count: limited + askers.row.size,
    limited,
    ...takenOf(compiled, members, limits, askers),
    capacity: Int32Array.from(limits.capacity),
    settings: [...askers.settings.values()].map((values) => [...values.values()].map((rows) => [...rows])),
    named: names ? namedRows(names, limits, askers) : new Map<number, number>(),
  }
}

function namedRows(names: RowNames, { ofUnit, ofCapacity }: LimitedRows, { row }: AskingRows): Map<number, number> {
  const named = new Map(row)
  for (const [unit, at] of ofUnit) named.set(names.unit(unit), at)
  for (const [capacity, at] of ofCapacity) named.set(names.capacity(capacity), at)
  return named
}

/** Rows of units and capacities, and of each its capacity. */
interface LimitedRows {
  ofUnit: Map<number, number>
  ofCapacity: Map<number, number>
  capacity: number[]
}

function limitedRows({ options, scarce }: Compiled, members: number[]): LimitedRows {
  const ofUnit = new Map<number, number>()
  const ofCapacity = new Map<number, number>()
  const capacity: number[] = []
  for (const option of members) {
    const { units, loads } = options[option]!
    for (let at = 1; at < units.length; at += 1) {
      if (!ofUnit.has(units[at]!)) ofUnit.set(units[at]!, capacity.push(-1) - 1)
    }
    for (const [of] of loads) {
      if (scarce[of] && !ofCapacity.has(of)) ofCapacity.set(of, capacity.push(of) - 1)
    }
  }
  return { ofUnit, ofCapacity, capacity }
}

/** Rows of those who ask for shared settings: of each option, by name, and by setting and value. */
interface AskingRows {
  of: Map<number, number[]>
  row: Map<number, number>
  settings: Map<number, Map<number, Set<number>>>
}

const noAskers = (): AskingRows => ({ of: new Map(), row: new Map(), settings: new Map() })

/** @param first the number of the first row */
function askingRows({ options, itemOf }: Compiled, names: RowNames, members: number[], first: number): AskingRows {
  const found = noAskers()
  for (const option of members) {
    const { units, modes } = options[option]!
    const rows: number[] = []
    for (const [mode, value] of modes) {
      const values = memo(found.settings, mode, () => new Map<number, Set<number>>())
      const ofValue = memo(values, value, () => new Set<number>())
      for (const asker of names.askersOf(units, itemOf[option]!)) {
        const row = memo(found.row, names.asker(mode, value, asker), () => first + found.row.size)
        ofValue.add(row)
        rows.push(row)
      }
    }
    found.of.set(option, rows)
  }
  return found
}

/** What each option takes of the rows. */
function takenOf(
  { options }: Compiled,
  members: number[],
  { ofUnit, ofCapacity, capacity }: LimitedRows,
  askers: AskingRows,
): Pick<PricedRows, 'firstOf' | 'endOf' | 'of' | 'amounts' | 'mostOf' | 'mostOfOption'> {
  const of: number[] = []
  const amounts: number[] = []
  const firstOf = new Int32Array(options.length)
  const endOf = new Int32Array(options.length)
  const mostOf = new Float64Array(capacity.length + askers.row.size).fill(1)
  let mostOfOption = 0
  for (const option of members) {
    firstOf[option] = of.length
    const { units, loads } = options[option]!
    for (const unit of units) {
      const row = ofUnit.get(unit)
      if (row === undefined) continue
      of.push(row)
      amounts.push(1)
    }
    for (const [to, amount] of loads) {
      const row = ofCapacity.get(to)
      if (row === undefined) continue
      of.push(row)
      amounts.push(amount)
      if (amount > mostOf[row]!) mostOf[row] = amount
    }
    for (const row of askers.of.get(option) ?? []) {
      of.push(row)
      amounts.push(1)
    }
    endOf[option] = of.length
    mostOfOption = Math.max(mostOfOption, endOf[option]! - firstOf[option]!)
  }
  return { firstOf, endOf, of: Int32Array.from(of), amounts: Float64Array.from(amounts), mostOf, mostOfOption }
}
