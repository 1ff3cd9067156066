import type { Differences } from './fields/common'

function isMap(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value)
}

/**
 * Applies a JSON merge patch (RFC 7396): maps are merged key by key, null removes
 * a key, anything else replaces. The target is left as it was.
 */
export function mergeDifferences<T>(target: T, differences: Differences): T {
  const result: Record<string, unknown> = isMap(target) ? { ...target } : {}
  for (const [key, value] of Object.entries(differences)) {
    if (value === null) delete result[key]
    else result[key] = isMap(value) ? mergeDifferences(result[key] as object, value) : value
  }
  return result as T
}

/** Turns a map keyed by id into a list of objects that carry their id, in the map's order. */
export function withIds(map: Record<string, object>): { id: string }[] {
  return Object.entries(map).map(([id, value]) => ({ ...value, id }))
}
