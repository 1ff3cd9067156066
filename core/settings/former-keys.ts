import type { BoardValue } from './step'

/** Keys of features as the first two versions of the line to a board had them, and plans up to schema 10. */
const [present, former] = ['enabled.', 'feature.']
const renamed = (key: string, from: string, to: string) => (key.startsWith(from) ? to + key.slice(from.length) : key)

/** A key as it is now, whatever it was called. */
export const presentKey = (key: string) => renamed(key, former, present)

/** A key as it was called by who speaks an older version of the line. */
export const formerKey = (key: string) => renamed(key, present, former)

/** Settings of a board with each key as it is now. */
export function withPresentKeys<V extends BoardValue>(settings: Record<string, V>): Record<string, V> {
  return Object.fromEntries(Object.entries(settings).map(([key, value]) => [presentKey(key), value]))
}
