import { forbidden } from './assignment'
import { compile, type Compiled } from './conflicts'
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

/** Adds a group's choice from a known optimum. */
function takeOver(compiled: Compiled, group: number[], known: number[], total: PackingResult): void {
  for (const item of group) {
    const option = known[item]!
    const { cost } = compiled.packing.items[item]!.options[option]!
    total.choice![item] = option
    total.cost += cost
    total.bound += cost
  }
}
