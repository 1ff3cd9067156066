import { hasBit, type Bits } from './bits'
import type { Compiled } from './conflicts'
import { memo, push } from './maps'
import { RowNames } from './rows'
import type { Program, ProgramRow } from './program-solver'

/** A group of a packing as an integer program, and the way back. */
export interface GroupProgram {
  program: Program
  /** Options of each choice column, one of each of the items that are alike. */
  optionsOf: number[][]
  /** The values of a choice. */
  valuesOf: (choice: number[]) => number[]
  /** The options that values stand for, one for each item. */
  choiceOf: (values: number[]) => number[]
}

/** Columns that ask together for a value of a shared setting, and the names of their row. */
interface Asking {
  columns: number[]
  names: number[]
}

/**
 * Writes a group as an integer program in a strong form. Items that are alike, with the
 * same options open, are one: a column counts how many of them take an option. Each
 * unit is one row; each value of a shared setting a column of its own, of which one may
 * be had, and all options of one unit (or else of one item) that ask for it are one row.
 * Costs are left at 0.
 * @param items the items of the group
 * @param open options that may be used
 */
export function programOf(compiled: Compiled, items: number[], open: Bits): GroupProgram {
  const { options, packing, scarce } = compiled
  const classes = classesOf(compiled, items, open)
  const rowNames = new RowNames(compiled)
  const most: number[] = []
  const optionsOf: number[][] = []
  const rows: ProgramRow[] = []
  const byUnit = new Map<number, number[]>()
  const byCapacity = new Map<number, ProgramRow>()
  /** Askers of each value of each mode: those of one unit, or of one class, together. */
  const askers = new Map<number, Map<number, Map<number, Asking>>>()
  const classOfColumn: number[] = []

  classes.forEach((members, at) => {
    const row: ProgramRow = { columns: [], coefficients: [], lower: members.length, upper: members.length }
    const [firstItem] = members
    for (const option of compiled.optionsOfItem[firstItem!]!) {
      if (!hasBit(open, option)) continue
      const { units, modes, loads } = options[option]!
      const column = most.push(units.length ? 1 : members.length) - 1
      optionsOf.push(members.map((item) => option - compiled.first[firstItem!]! + compiled.first[item]!))
      classOfColumn.push(at)
      row.columns.push(column)
      row.coefficients.push(1)
      for (const unit of units) push(byUnit, unit, column)
      for (const [mode, value] of modes) {
        const values = memo(askers, mode, () => new Map<number, Map<number, Asking>>())
        const held = memo(values, value, () => new Map<number, Asking>())
        for (const asker of rowNames.askersOf(units, firstItem!)) {
          const alike = units.length ? [asker] : members.flatMap((item) => rowNames.askersOf(units, item))
          const names = () => alike.map((name) => rowNames.asker(mode, value, name))
          memo(held, asker, (): Asking => ({ columns: [], names: names() })).columns.push(column)
        }
      }
      for (const [capacity, amount] of loads) {
        if (!scarce[capacity]) continue
        const load = memo(byCapacity, capacity, () => ({
          names: [rowNames.capacity(capacity)],
          columns: [],
          coefficients: [],
          lower: -Infinity,
          upper: packing.capacities[capacity]!,
        }))
        load.columns.push(column)
        load.coefficients.push(amount)
      }
    }
    rows.push(row)
  })
  for (const [unit, columns] of byUnit) {
    const takers = columns.reduce((sum, column) => sum + optionsOf[column]!.length, 0)
    if (takers > 1) rows.push({ ...atMost(columns, 1), names: [rowNames.unit(unit)] })
  }
  for (const row of byCapacity.values()) rows.push(row)
  const settings: { mode: number; value: number }[] = []
  for (const [mode, values] of askers) {
    if (values.size < 2) continue
    const columns: number[] = []
    for (const [value, groups] of values) {
      const setting = most.push(1) - 1
      settings.push({ mode, value })
      columns.push(setting)
      for (const { columns: asking, names } of groups.values()) {
        const several = Math.max(...asking.map((column) => most[column]!))
        rows.push({
          names,
          columns: [...asking, setting],
          coefficients: [...asking.map(() => 1), -several],
          lower: -Infinity,
          upper: 0,
        })
      }
    }
    rows.push(atMost(columns, 1))
  }

  const columnOfOption = new Map<number, number>()
  optionsOf.forEach((alike, column) => alike.forEach((option) => columnOfOption.set(option, column)))
  return {
    program: { costs: most.map(() => 0), most, rows },
    optionsOf,
    valuesOf(choice) {
      const values = most.map(() => 0)
      const set = new Set<string>()
      for (const option of choice) {
        values[columnOfOption.get(option)!]! += 1
        for (const [mode, value] of options[option]!.modes) set.add(`${mode}=${value}`)
      }
      settings.forEach(({ mode, value }, at) => (values[optionsOf.length + at] = set.has(`${mode}=${value}`) ? 1 : 0))
      return values
    },
    choiceOf(values) {
      const dealt = classes.map(() => 0)
      return optionsOf.flatMap((alike, column) => {
        const count = Math.round(values[column]!)
        const from = dealt[classOfColumn[column]!]!
        dealt[classOfColumn[column]!] = from + count
        return alike.slice(from, from + count)
      })
    },
  }
}

/** Items of a group that are alike and have the same options open, together. */
function classesOf({ twins, first }: Compiled, items: number[], open: Bits): number[][] {
  const classes = new Map<string | number, number[]>()
  for (const item of items) {
    if (!twins[item]!.length) {
      classes.set(item, [item])
      continue
    }
    const kind = Math.min(item, ...twins[item]!)
    const alike: number[] = []
    for (let option = first[item]!; option < first[item + 1]!; option += 1)
      if (hasBit(open, option)) alike.push(option - first[item]!)
    push(classes, `${kind}:${alike.join()}`, item)
  }
  return [...classes.values()]
}

function atMost(columns: number[], upper: number): ProgramRow {
  return { columns, coefficients: columns.map(() => 1), lower: -Infinity, upper }
}
