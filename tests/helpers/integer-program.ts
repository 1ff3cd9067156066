import loadHighs from 'highs'
import type { Packing, Program } from '#core/allocation'

/**
 * A packing as a mixed-integer program in LP format, in its strong form: one
 * row for each item, unit and capacity, and for each item and setting one row
 * that links all the options that ask for it.
 */
export function programOf({ units, capacities, items }: Packing): string {
  const objective: string[] = []
  const rows: string[] = []
  const byUnit: string[][] = Array.from({ length: units }, () => [])
  const byCapacity: string[][] = capacities.map(() => [])
  const settings = new Map<number, Set<string>>()
  const binaries: string[] = []
  items.forEach(({ options }, item) => {
    const asking = new Map<string, string[]>()
    const names = options.map((option, at) => {
      const name = `x${item}_${at}`
      binaries.push(name)
      if (option.cost) objective.push(`${option.cost} ${name}`)
      for (const unit of option.units) byUnit[unit]!.push(name)
      for (const [capacity, amount] of option.loads) byCapacity[capacity]!.push(`${amount} ${name}`)
      for (const [mode, value] of option.modes) {
        const setting = `y${mode}_${value}`
        asking.set(setting, [...(asking.get(setting) ?? []), name])
        settings.set(mode, (settings.get(mode) ?? new Set()).add(setting))
      }
      return name
    })
    rows.push(`${names.join(' + ')} = 1`)
    for (const [setting, askers] of asking) rows.push(`${askers.join(' + ')} - ${setting} <= 0`)
  })
  for (const users of byUnit) if (users.length > 1) rows.push(`${users.join(' + ')} <= 1`)
  byCapacity.forEach((users, at) => users.length && rows.push(`${users.join(' + ')} <= ${capacities[at]}`))
  for (const values of settings.values()) {
    binaries.push(...values)
    if (values.size > 1) rows.push(`${[...values].join(' + ')} <= 1`)
  }
  const wrap = (terms: string[]) => terms.reduce((text, term, at) => text + (at % 12 ? ' + ' : '\n + ') + term, '').slice(3)
  return [
    'Minimize',
    ` obj: ${objective.length ? wrap(objective) : `0 ${binaries[0]}`}`,
    'Subject To',
    ...rows.map((row, at) => ` r${at}: ${row}`),
    'Binary',
    ...binaries.map((name) => ` ${name}`),
    'End',
  ].join('\n')
}

/** The HiGHS solver, compiled to WebAssembly, proving optima to the unit. */
export async function integerSolver() {
  const highs = await loadHighs()
  return (packing: Packing, seconds = 60): { cost: number; proven: boolean } => {
    const { Status, ObjectiveValue } = highs.solve(programOf(packing), {
      output_flag: false,
      mip_rel_gap: 0,
      mip_abs_gap: 0.5,
      time_limit: seconds,
    })
    return { cost: Math.round(ObjectiveValue), proven: Status === 'Optimal' }
  }
}

/** The least that an integer program costs where fractions are allowed. */
export async function leastOf({ costs, most, rows }: Program): Promise<number> {
  const highs = await loadHighs()
  const sum = (terms: [number, number][]) =>
    terms
      .map(([factor, column], at) => `${factor < 0 ? '-' : '+'} ${Math.abs(factor)} x${column}${at % 12 ? '' : '\n'}`)
      .join(' ')
  const text = [
    'Minimize',
    ` obj: ${sum(costs.map((cost, column) => [cost, column]))}`,
    'Subject To',
    ...rows.flatMap(({ columns, coefficients, lower, upper }, at) => {
      const left = sum(columns.map((column, place) => [coefficients[place]!, column]))
      return lower === upper ? [` r${at}: ${left} = ${upper}`] : [` r${at}: ${left} <= ${upper}`]
    }),
    'Bounds',
    ...most.map((limit, column) => ` 0 <= x${column} <= ${limit}`),
    'End',
  ]
  return highs.solve(text.join('\n'), { output_flag: false }).ObjectiveValue
}
