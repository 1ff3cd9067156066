import { produce } from 'immer'
import type { Plan } from './plan'
import { forgetParts } from './references'
import { sameValue } from './same'

type Tree = Record<string, unknown>

/** What two plans come to together, and whether they agree. */
interface Merged {
  plan: Plan
  /** They changed nothing of the same place, or the same alike. */
  agreed: boolean
}

/**
 * What two plans made from one come to together, place by place: what only one of them changed is as that one has it.
 * Where both changed a place, each otherwise, or one took away what the other changed, it is as the first has it.
 * Lists of things with ids are taken thing by thing, other lists whole; things new in the first come after those of
 * the second.
 * @param base what both were made from
 */
export function mergePlans(base: Plan, first: Plan, second: Plan): Merged {
  const merge = new Merge()
  const merged = merge.of(base, first, second) as Plan
  const partsIn = ({ devices, joints }: Plan) => [...devices.map(({ id }) => id), ...Object.keys(joints)]
  const left = new Set(partsIn(merged))
  const gone = [base, first, second].flatMap(partsIn).filter((id) => !left.has(id))
  // What one of them set of a part that the other took away goes with it.
  const plan = gone.length ? produce(merged, (draft) => forgetParts(draft, gone)) : merged
  return { plan, agreed: merge.agreed }
}

class Merge {
  agreed = true

  of(base: unknown, first: unknown, second: unknown): unknown {
    if (sameValue(first, base) || sameValue(first, second)) return second
    if (sameValue(second, base)) return first
    const lists = [base, first, second].map(byId)
    if (lists.every((list) => list !== undefined)) return this.ofLists(lists as [Tree, Tree, Tree])
    if (isTree(base) && isTree(first) && isTree(second)) return this.ofTrees(base, first, second)
    this.agreed = false
    return first
  }

  private ofTrees(base: Tree, first: Tree, second: Tree): Tree {
    const keys = new Set([...Object.keys(second), ...Object.keys(first)])
    const pairs = [...keys].map((key) => [key, this.of(base[key], first[key], second[key])] as const)
    return Object.fromEntries(pairs.filter(([, value]) => value !== undefined))
  }

  private ofLists([base, first, second]: [Tree, Tree, Tree]): unknown[] {
    const merged = this.ofTrees(base, first, second)
    const [ofFirst, ofSecond] = [inOrderOf(base, first), inOrderOf(base, second)]
    if (ofFirst) return Object.values(merged)
    this.agreed &&= ofSecond
    const order = new Set([...Object.keys(first), ...Object.keys(merged)])
    return [...order].filter((id) => id in merged).map((id) => merged[id])
  }
}

const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

/** A list of things with ids, by these; nothing for any other. */
function byId(list: unknown): Tree | undefined {
  if (!Array.isArray(list)) return undefined
  const ids = list.map((each: unknown) => (isTree(each) ? each.id : undefined))
  if (!ids.every((id) => typeof id === 'string') || new Set(ids).size < ids.length) return undefined
  // Keys that look like figures would come first in an object.
  return Object.fromEntries(list.map((each: unknown, at) => [`id ${ids[at] as string}`, each]))
}

function inOrderOf(base: Tree, list: Tree): boolean {
  const common = Object.keys(list).filter((id) => id in base)
  return sameValue(
    common,
    Object.keys(base).filter((id) => id in list),
  )
}
