import { sameValue } from './same'

type Tree = Record<string, unknown>

/** What two values made from one come to together. */
export interface MergedValue<T> {
  value: T
  /** They changed nothing of the same place, or the same alike, and the same order. */
  agreed: boolean
  /** Places that both changed, each otherwise. */
  conflicts: string[]
}

/**
 * What two values made from one come to together, place by place: what only one of them changed is as that one has it.
 * Where both changed a place, each otherwise, or one took away what the other changed, it is as the first has it.
 * Lists of things with ids are taken thing by thing, other lists whole; things new in the first come after those of
 * the second.
 * @param base what both were made from
 */
export function mergeValues<T>(base: T, first: T, second: T): MergedValue<T> {
  const merge = new Merge()
  const value = merge.of(base, first, second, '') as T
  return { value, agreed: !merge.conflicts.length && !merge.isReordered, conflicts: merge.conflicts }
}

class Merge {
  conflicts: string[] = []
  isReordered = false

  of(base: unknown, first: unknown, second: unknown, place: string): unknown {
    if (sameValue(first, base) || sameValue(first, second)) return second
    if (sameValue(second, base)) return first
    const lists = [base, first, second].map(byId)
    if (lists.every((list) => list !== undefined)) return this.ofLists(lists as [Tree, Tree, Tree], place)
    if (isTree(base) && isTree(first) && isTree(second)) return this.ofTrees(base, first, second, place)
    this.conflicts.push(place)
    return first
  }

  private ofTrees(base: Tree, first: Tree, second: Tree, place: string): Tree {
    const keys = new Set([...Object.keys(second), ...Object.keys(first)])
    const pairs = [...keys].map((key) => {
      const name = key.replace(idMark, '')
      return [key, this.of(base[key], first[key], second[key], place ? `${place}.${name}` : name)] as const
    })
    return Object.fromEntries(pairs.filter(([, value]) => value !== undefined))
  }

  private ofLists([base, first, second]: [Tree, Tree, Tree], place: string): unknown[] {
    const merged = this.ofTrees(base, first, second, place)
    if (inOrderOf(base, first)) return Object.values(merged)
    this.isReordered ||= !inOrderOf(base, second)
    const order = new Set([...Object.keys(first), ...Object.keys(merged)])
    return [...order].filter((id) => id in merged).map((id) => merged[id])
  }
}

const isTree = (value: unknown): value is Tree => typeof value === 'object' && value !== null && !Array.isArray(value)

/** Keys that look like figures would come first in an object. */
const idMark = 'id '

/** A list of things with ids, by these; nothing for any other. */
function byId(list: unknown): Tree | undefined {
  if (!Array.isArray(list)) return undefined
  const ids = list.map((each: unknown) => (isTree(each) ? each.id : undefined))
  if (!ids.every((id) => typeof id === 'string') || new Set(ids).size < ids.length) return undefined
  return Object.fromEntries(list.map((each: unknown, at) => [idMark + (ids[at] as string), each]))
}

function inOrderOf(base: Tree, list: Tree): boolean {
  const common = Object.keys(list).filter((id) => id in base)
  return sameValue(
    common,
    Object.keys(base).filter((id) => id in list),
  )
}
