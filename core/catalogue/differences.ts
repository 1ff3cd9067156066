import type { Differences } from './board'

function isMap(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

function same(one: unknown, other: unknown): boolean {
  return JSON.stringify(one) === JSON.stringify(other)
}

/**
 * The JSON merge patch (RFC 7396) that takes `base` to `target`: only what
 * differs, null for what is gone. `mergeDifferences(base, result)` equals
 * `target` up to the order of keys, provided `target` holds no nulls.
 */
export function differencesBetween(base: Record<string, unknown>, target: Record<string, unknown>): Differences {
  const differences: Differences = {}
  for (const key of Object.keys(base)) if (base[key] !== undefined && target[key] === undefined) differences[key] = null
  for (const [key, value] of Object.entries(target)) {
    if (value === undefined) continue
    const before = base[key]
    if (isMap(before) && isMap(value)) {
      const inner = differencesBetween(before, value)
      if (Object.keys(inner).length) differences[key] = inner
    } else if (!same(before, value)) differences[key] = value
  }
  return differences
}

/** Each single difference of a patch, as a path and what it becomes. */
export function listDifferences(differences: Differences, path = ''): { path: string; becomes: string }[] {
  return Object.entries(differences).flatMap(([key, value]) => {
    const place = path ? `${path}.${key}` : key
    if (value === null) return [{ path: place, becomes: 'is not there' }]
    return isMap(value) ? listDifferences(value, place) : [{ path: place, becomes: JSON.stringify(value) }]
  })
}
