import { addBit, type Bits } from './bits'
import { excludes, type Compiled } from './conflicts'
import { programOf } from './program'
import type { ProgramRow, ProgramSolver } from './program-solver'

/** What is known of a group: its best choice so far, and that none costs less than the bound. */
export interface Known {
  best: number[]
  bestCost: number
  bound: number
}

/** Levels are taken together while the sums that a program has to tell apart stay below it. */
const largestSum = 2 ** 20
/** Costs of relaxed programs are brought below it: their tolerance is 1e-7. */
const largestRelaxed = 2 ** 30
/** A level by itself whose sums may be larger than this is not handed to another solver. */
const tooLarge = 2 ** 31

/**
 * Finishes a group with another solver: level by level of the cost, so that no sum is too
 * large for its arithmetic. Levels that are proven already are only held. Whatever it
 * answers is checked, and priced exactly, before it counts.
 * @param open options that a better choice may use
 * @param remaining seconds that are left
 * @returns what is known afterwards; proven when the bound is the cost
 */
export function finishByProgram(
  compiled: Compiled,
  items: number[],
  open: Bits,
  known: Known,
  solver: ProgramSolver,
  remaining: () => number,
): Known {
  const usable = open.slice()
  for (const option of known.best) addBit(usable, option)
  const { program, optionsOf, valuesOf, choiceOf } = programOf(compiled, items, usable)
  const held: ProgramRow[] = []
  let { best, bestCost, bound } = known
  for (const { weight, above, most } of steps(compiled, items)) {
    const worth = optionsOf.map(([option]) => Math.floor((compiled.options[option!]!.cost % above) / weight))
    const upTo = (cost: number) => Math.floor(cost / weight)
    if (upTo(bound) < upTo(bestCost)) {
      const seconds = remaining()
      if (seconds <= 0 || most > tooLarge) return { best, bestCost, bound }
      const costs = program.most.map((_, column) => worth[column] ?? 0)
      const answer = solver.solve({ ...program, costs, rows: [...program.rows, ...held] }, seconds, valuesOf(best))
      const choice = answer.values && choiceOf(answer.values)
      // It was given a choice that breaks nothing: a solver that comes back without one proves nothing.
      if (!choice || !fits(compiled, items, choice)) return { best, bestCost, bound }
      const cost = priceOf(compiled, choice)
      if (cost < bestCost) [best, bestCost] = [choice, cost]
      const sum = Math.floor((bestCost % above) / weight)
      const least = Math.min(sum, Math.ceil(answer.bound - 1e-4))
      bound = Math.max(bound, bestCost - (bestCost % above) + least * weight)
      if (!answer.proven || upTo(bound) < upTo(bestCost)) return { best, bestCost, bound }
    }
    const row = worth.map((value, column) => [value, column] as const).filter(([value]) => value > 0)
    held.push({
      columns: row.map(([, column]) => column),
      coefficients: row.map(([value]) => value),
      lower: -Infinity,
      upper: Math.floor((bestCost % above) / weight),
    })
  }
  return { best, bestCost, bound: bestCost }
}

/** What a group looks like where fractions of options are allowed. */
export interface RelaxedGroup {
  /** What its rows are worth, by their names. */
  prices: [number, number][]
  /** Options that have most of their items there, those that have most first: a choice to start from. */
  likely: number[]
}

/**
 * Has another solver choose where fractions of options are allowed.
 * @param open options that a better choice may use
 * @param best a choice
 * @returns undefined when that is not done in so many seconds
 */
export function relaxByProgram(
  compiled: Compiled,
  items: number[],
  open: Bits,
  best: number[],
  solver: ProgramSolver,
  seconds: number,
): RelaxedGroup | undefined {
  const usable = open.slice()
  for (const option of best) addBit(usable, option)
  const { program, optionsOf, valuesOf } = programOf(compiled, items, usable)
  const dearest = optionsOf.reduce((most, [option]) => Math.max(most, compiled.options[option!]!.cost), 1)
  const scale = Math.max(1, dearest / largestRelaxed)
  const costs = program.most.map((_, column) => {
    const [option] = optionsOf[column] ?? []
    return option === undefined ? 0 : compiled.options[option]!.cost / scale
  })
  const relaxed = solver.relax({ ...program, costs }, seconds, best.length ? valuesOf(best) : undefined)
  if (!relaxed) return undefined
  const { worth, values } = relaxed
  return {
    prices: program.rows.flatMap(({ names = [] }, row) => names.map((name): [number, number] => [name, worth[row]! * scale])),
    likely: likelyOf(compiled, optionsOf, values),
  }
}

/** @param values of how many items each column's options are taken, fractions among them */
function likelyOf({ itemOf }: Compiled, optionsOf: number[][], values: number[]): number[] {
  const dealt = new Set<number>()
  const byValue = optionsOf
    .map((_, column) => column)
    .filter((column) => Math.round(values[column]!) > 0)
    .sort((one, other) => values[other]! - values[one]! || one - other)
  return byValue.flatMap((column) => {
    const free = optionsOf[column]!.filter((option) => !dealt.has(itemOf[option]!)).slice(0, Math.round(values[column]!))
    for (const option of free) dealt.add(itemOf[option]!)
    return free
  })
}

/** Some levels together: what of a cost is below `above`, counted in `weight`, and the largest sum of it. */
interface Step {
  weight: number
  above: number
  most: number
}

/** Levels of a packing's cost, heaviest first, those taken together that stay small enough together. */
function steps({ packing, options, optionsOfItem }: Compiled, items: number[]): Step[] {
  const levels = packing.levels ?? [1]
  const most = (weight: number, above: number) =>
    items.reduce(
      (sum, item) =>
        sum + Math.max(...optionsOfItem[item]!.map((option) => Math.floor((options[option]!.cost % above) / weight))),
      0,
    )
  const found: Step[] = []
  let above = Number.POSITIVE_INFINITY
  levels.forEach((weight, at) => {
    const next = levels[at + 1]
    if (next !== undefined && most(next, above) < largestSum) return
    const sum = most(weight, above)
    if (sum > 0) found.push({ weight, above, most: sum })
    above = weight
  })
  return found
}

function priceOf({ options }: Compiled, choice: number[]): number {
  return choice.reduce((sum, option) => sum + options[option]!.cost, 0)
}

/** Whether a choice has one option of each item, which break nothing together. */
function fits(compiled: Compiled, items: number[], choice: number[]): boolean {
  const chosen = new Set(choice.map((option) => compiled.itemOf[option]!))
  if (choice.length !== items.length || chosen.size !== items.length) return false
  const load = new Map<number, number>()
  for (let one = 0; one < choice.length; one += 1) {
    for (let other = one + 1; other < choice.length; other += 1) {
      if (excludes(compiled, choice[one]!, choice[other]!)) return false
    }
    for (const [capacity, amount] of compiled.options[choice[one]!]!.loads) load.set(capacity, (load.get(capacity) ?? 0) + amount)
  }
  return [...load].every(([capacity, amount]) => amount <= compiled.packing.capacities[capacity]!)
}
