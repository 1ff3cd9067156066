import { choice, type Field, type Fields, type PartValues } from './field'

/** A value of a definition with its field, its part and its place. */
export interface Told {
  field: Field
  value: unknown
  /** What it stands in. */
  part: PartValues
  place: string
}

const isPart = (value: unknown): value is PartValues => typeof value === 'object' && value !== null && !Array.isArray(value)

/** The fields of one of a section's parts; where there are several kinds, with that which tells its kind. */
export function fieldsOf({ shape }: Field, part: PartValues): Fields {
  if (shape.is === 'parts' || shape.is === 'group') return shape.fields
  if (shape.is !== 'kinds') return {}
  return { kind: choice(Object.keys(shape.kinds)), ...shape.all, ...shape.kinds[String(part.kind ?? shape.byDefault)] }
}

/** Every field of a part, and of all that is in it, in order; those too that have no value. */
export function* eachTold(fields: Fields, part: PartValues, at = ''): Generator<Told> {
  for (const [key, field] of Object.entries(fields)) yield* inField(field, part[key], part, at ? `${at}.${key}` : key)
}

function* inField(field: Field, value: unknown, part: PartValues, place: string): Generator<Told> {
  const { shape } = field
  if (shape.is === 'either' && value !== undefined) return yield* inField(wayOf(shape.ways, value), value, part, place)
  yield { field, value, part, place }
  if (value === undefined) return
  if (shape.is === 'group' && isPart(value)) yield* eachTold(shape.fields, value, place)
  else if (shape.is === 'list' && Array.isArray(value))
    for (const [index, each] of value.entries()) yield* inField(shape.of, each, part, `${place}[${index}]`)
  else if ((shape.is === 'parts' || shape.is === 'kinds') && isPart(value))
    for (const [id, each] of Object.entries(value))
      if (isPart(each)) yield* eachTold(fieldsOf(field, each), each, `${place}.${id}`)
}

/** The one of several shapes that a value has: of groups the one with its keys. */
function wayOf(ways: readonly Field[], value: unknown): Field {
  const holds = ({ shape }: Field) =>
    shape.is === 'group' && isPart(value) && Object.keys(value).every((key) => key in shape.fields)
  return ways.find(holds) ?? { shape: { is: 'flag' } }
}
