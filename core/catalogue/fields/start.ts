import type { Field, Fields, PartValues, RefersTo } from './field'

/** What a new part is called, and what it is begun in. */
export interface Beginning {
  definition: PartValues
  word: string
  number: number
}

/** A new part: all that it has to have, and what a file need not say, as that is begun. */
export function startOf(fields: Fields, beginning: Beginning): PartValues {
  const part: Record<string, unknown> = {}
  for (const [key, field] of Object.entries(fields)) {
    const { neededWhere } = field
    const isNeeded = neededWhere?.is.includes(String(part[neededWhere.field]))
    if (isNeeded || field.isStarted || !field.optional) part[key] = startOfField(field, beginning)
  }
  return part
}

/** What a field is when it is begun. */
export function startOfField(field: Field, beginning: Beginning): unknown {
  if (field.start !== undefined) return field.start
  if (field.byDefault !== undefined) return field.byDefault
  const { shape } = field
  if (shape.is === 'name') return `${beginning.word.charAt(0).toUpperCase()}${beginning.word.slice(1)} ${beginning.number}`
  if (shape.is === 'figure') return shape.only?.[0] ?? Math.max(shape.min ?? 0, shape.whole ? 1 : 0)
  if (shape.is === 'choice') return shape.among[0]
  if (shape.is === 'flag') return false
  if (shape.is === 'word') return shape.word
  if (shape.is === 'group') return startOf(shape.fields, beginning)
  if (shape.is === 'id') return shape.to ? (namesOf(shape.to, beginning.definition)[0] ?? '') : beginning.word
  if (shape.is === 'list') return startOfList(shape.of, shape.exactly ?? shape.least ?? 0, beginning)
  if (shape.is === 'either') return startOfField(shape.ways[0]!, beginning)
  return shape.is === 'parts' || shape.is === 'kinds' || shape.is === 'map' || shape.is === 'differences' ? {} : ''
}

function startOfList(of: Field, length: number, beginning: Beginning): unknown[] {
  const names = of.shape.is === 'id' && of.shape.to ? namesOf(of.shape.to, beginning.definition) : []
  return Array.from({ length }, (_, at) => names[at] ?? startOfField(of, beginning))
}

/** Ids that may be chosen where one of a section is named. */
export function namesOf({ section, role, offers }: RefersTo, definition: PartValues): string[] {
  const roles = role ? [role] : offers
  return Object.entries((definition[section] ?? {}) as Record<string, PartValues>).flatMap(([id, part]) =>
    !roles || roles.includes(String(part.role)) ? [id] : [],
  )
}
