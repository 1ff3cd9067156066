import { forbidden } from './assignment'
import { compile, loadOn, type Compiled } from './conflicts'
import { ceilingOf, dearestExact } from './group'
import type { Packing, PackingResult, SearchLimits } from './packing'
import { Search } from './search'

const defaultMaxNodes = 6_000

/** Solves a packing exactly, each group of items that have nothing in common by itself. */
export function solvePacking(packing: Packing, limits: SearchLimits = {}): PackingResult {
  return solveCompiled(compile(packing), limits)
}

/** The same for a packing compiled before, so that many questions share the work. */
export function solveCompiled(compiled: Compiled, limits: SearchLimits = {}): PackingResult {
  const choice: number[] = new Array<number>(compiled.packing.items.length).fill(-1)
  const total: PackingResult = { choice, cost: 0, bound: 0, proven: true, nodes: 0 }
  for (const group of compiled.groups) {
    if (limits.known && !group.some((item) => limits.known!.differs.has(item))) {
      takeOver(compiled, group, limits.known.choice, total)
      continue
    }
    if (group.length === 1) {
      const option = cheapestOf(compiled, group[0]!, limits)
      if (option === undefined) return { ...total, choice: undefined, cost: forbidden, bound: forbidden, proven: true }
      take(compiled, group[0]!, option, total)
      continue
    }
    const most = limits.maxNodes ?? (limits.solver ? Infinity : defaultMaxNodes)
    const search = new Search(compiled, group, limits, most - total.nodes)
    search.solve()
    total.nodes += search.nodes
    total.bound += search.bound
    total.cost += search.bestCost
    total.proven &&= search.finished
    if (!search.best) {
      return {
        ...total,
        choice: undefined,
        cost: forbidden,
        bound: search.finished ? forbidden : total.bound,
        proven: search.finished,
      }
    }
    for (const option of search.best) {
      const item = compiled.itemOf[option]!
      choice[item] = option - compiled.first[item]!
    }
  }
  return total
}

/** The cheapest option of an item that shares nothing with others. */
function cheapestOf(compiled: Compiled, item: number, { allowed }: SearchLimits): number | undefined {
  const { packing } = compiled
  const ceiling = ceilingOf(compiled, [item])
  if (ceiling > dearestExact) throw new RangeError(`costs of up to ${ceiling} cannot be told apart; at most ${dearestExact}`)
  const { options } = packing.items[item]!
  let best: number | undefined
  options.forEach((option, at) => {
    if (allowed && !allowed(item, at)) return
    if (option.loads.some(([capacity]) => loadOn(option, capacity) > packing.capacities[capacity]!)) return
    if (best === undefined || option.cost < options[best]!.cost) best = at
  })
  return best
}

/** Adds a group's choice from a known optimum. */
function takeOver(compiled: Compiled, group: number[], known: number[], total: PackingResult): void {
  for (const item of group) take(compiled, item, known[item]!, total)
}

/** Adds an option that is proven to be best. */
function take({ packing }: Compiled, item: number, option: number, total: PackingResult): void {
  const { cost } = packing.items[item]!.options[option]!
  total.choice![item] = option
  total.cost += cost
  total.bound += cost
}
