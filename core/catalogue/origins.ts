import type { originWords } from './fields/common'
import type { EditableDefinition } from './definition-kind'

/** Where a figure or a function of a definition is from. */
export interface Origin {
  from: keyof typeof originWords
  note?: string
}
export type Origins = Readonly<Record<string, Origin>>

interface WithOrigins {
  origins?: Origins
}

/** Where what stands at a place is from: told for it, or for what it stands in. @param place such as `rails.v5.limit` */
export function originAt({ origins = {} }: WithOrigins, place: string): Origin | undefined {
  for (let at = place; at !== ''; at = at.slice(0, Math.max(0, at.lastIndexOf('.'))))
    if (Object.hasOwn(origins, at)) return origins[at]
  return undefined
}

/** Nobody knows it: what stands there is a guess, or only in its place. */
export const isUnsure = (origin: Origin | undefined): boolean => origin?.from === 'guess' || origin?.from === 'unknown'

/** The same definition with origins put in or, where they are nothing, taken away. */
export function withOrigins<D extends WithOrigins>(definition: D, changes: Readonly<Record<string, Origin | undefined>>): D {
  const { origins = {}, ...rest } = definition
  const merged = Object.entries({ ...origins, ...changes }).filter(([, origin]) => origin)
  return (merged.length ? { ...rest, origins: Object.fromEntries(merged) } : rest) as D
}

/** A definition in which somebody has written what stands at a place: it is no guess any more, though the rest of its part may be one. */
export function withWritten<D extends WithOrigins>(definition: D, place: string): D {
  const bare = withOrigins(definition, { [place]: undefined })
  return originAt(bare, place) ? withOrigins(bare, { [place]: { from: 'measured' } }) : bare
}

/** What still waits to be accepted or looked up: places that are there, and where they are from. */
export function openOrigins(definition: EditableDefinition): [place: string, origin: Origin][] {
  return Object.entries(definition.origins ?? {}).filter(
    ([place, { from }]) => from !== 'measured' && from !== 'maker' && isThere(definition, place),
  )
}

function isThere(definition: object, place: string): boolean {
  let at: unknown = definition
  for (const key of place.split('.')) {
    if (typeof at !== 'object' || at === null || !Object.hasOwn(at, key)) return false
    at = (at as Record<string, unknown>)[key]
  }
  return true
}
