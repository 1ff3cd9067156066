import type { Compiled } from './conflicts'
import { memo } from './maps'

/** Names of the rows that a relaxation prices and an integer program has. */
export const unitRow = (unit: number): string => `unit ${unit}`
export const capacityRow = (capacity: number): string => `capacity ${capacity}`
export const askerRow = (mode: number, value: number, asker: string): string => `${mode} as ${value} by ${asker}`

/** Who asks for the shared settings of an option: the units that it takes, or its item where it takes none. */
export function askersOf(units: number[], item: number): string[] {
  return units.length ? units.map(unitRow) : [`item ${item}`]
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
  named: Map<string, number>
}

/**
 * Units that are not the first of every option, and scarce capacities.
 * @param asking whether those who ask for shared settings have rows, too
 */
export function pricedRows({ options, optionsOfItem, itemOf, scarce }: Compiled, group: number[], asking: boolean): PricedRows {
  const members = group.flatMap((item) => optionsOfItem[item]!)
  const rowOfUnit = new Map<number, number>()
  const rowOfCapacity = new Map<number, number>()
  const capacity: number[] = []
  for (const option of members) {
    const { units, loads } = options[option]!
    for (const unit of units.slice(1)) memo(rowOfUnit, unit, () => capacity.push(-1) - 1)
    for (const [of] of loads) if (scarce[of]) memo(rowOfCapacity, of, () => capacity.push(of) - 1)
  }
  const limited = capacity.length
  const rowOfAsker = new Map<string, number>()
  const settings = new Map<number, Map<number, Set<number>>>()
  const rowsAsking = (option: number) => {
    const { units, modes } = options[option]!
    return modes.flatMap(([mode, value]) => {
      const values = memo(settings, mode, () => new Map<number, Set<number>>())
      const rows = memo(values, value, () => new Set<number>())
      return askersOf(units, itemOf[option]!).map((asker) => {
        const row = memo(rowOfAsker, askerRow(mode, value, asker), () => limited + rowOfAsker.size)
        rows.add(row)
        return row
      })
    })
  }
  const of: number[] = []
  const amounts: number[] = []
  const firstOf = new Int32Array(options.length)
  const endOf = new Int32Array(options.length)
  const take = (row: number | undefined, amount: number) => {
    if (row === undefined) return
    of.push(row)
    amounts.push(amount)
  }
  for (const option of members) {
    const { units, loads } = options[option]!
    firstOf[option] = of.length
    for (const unit of units) take(rowOfUnit.get(unit), 1)
    for (const [to, amount] of loads) take(rowOfCapacity.get(to), amount)
    if (asking) for (const row of rowsAsking(option)) take(row, 1)
    endOf[option] = of.length
  }
  const count = limited + rowOfAsker.size
  const mostOf = new Float64Array(count).fill(1)
  of.forEach((row, at) => (mostOf[row] = Math.max(mostOf[row]!, amounts[at]!)))
  return {
    count,
    limited,
    firstOf,
    endOf,
    of: Int32Array.from(of),
    amounts: Float64Array.from(amounts),
    capacity: Int32Array.from(capacity),
    mostOf,
    mostOfOption: members.reduce((most, option) => Math.max(most, endOf[option]! - firstOf[option]!), 0),
    settings: [...settings.values()].map((values) => [...values.values()].map((rows) => [...rows])),
    named: new Map([
      ...[...rowOfUnit].map(([unit, row]): [string, number] => [unitRow(unit), row]),
      ...[...rowOfCapacity].map(([to, row]): [string, number] => [capacityRow(to), row]),
      ...rowOfAsker,
    ]),
  }
}
