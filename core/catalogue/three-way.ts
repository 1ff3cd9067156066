type Tree = Record<string, unknown>

/** What two changed documents come to together. */
export interface Merged<T> {
  merged: T
  /** Places that both changed, each otherwise; `merged` has mine there. */
  conflicts: string[]
}

/**
 * Puts two changes of one document together, map by map: what only one side changed
 * is taken from it. Lists and plain values are taken whole.
 */
export function mergeThree<T extends object>(base: T, mine: T, theirs: T): Merged<T> {
  const conflicts: string[] = []
  const merged = both(base as Tree, mine as Tree, theirs as Tree, '', conflicts)
  return { merged: merged as T, conflicts }
}

function both(base: Tree, mine: Tree, theirs: Tree, path: string, conflicts: string[]): Tree {
  const result: Tree = {}
  for (const key of new Set([...Object.keys(mine), ...Object.keys(theirs)])) {
    const place = path ? `${path}.${key}` : key
    const [was, own, other] = [base[key], mine[key], theirs[key]]
    let value: unknown
    if (same(own, other) || same(was, other)) value = own
    else if (same(was, own)) value = other
    else if (isMap(own) && isMap(other)) value = both(isMap(was) ? was : {}, own, other, place, conflicts)
    else {
      conflicts.push(place)
      value = own
    }
    if (value !== undefined) result[key] = value
  }
  return result
}

function same(one: unknown, other: unknown): boolean {
  if (one === other) return true
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length && one.every((item, at) => same(item, other[at]))
  if (!isMap(one) || !isMap(other)) return false
  const keys = Object.keys(one)
  return keys.length === Object.keys(other).length && keys.every((key) => Object.hasOwn(other, key) && same(one[key], other[key]))
}

function isMap(value: unknown): value is Tree {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}
