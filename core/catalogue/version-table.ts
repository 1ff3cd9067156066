import { sameValue } from '../editing'
import { listDifferences } from './differences'
import type { EditableDefinition } from './definition-kind'
import { boardFields } from './fields/board'
import type { Differences } from './fields/common'
import { deviceFields } from './fields/device'
import type { Field, Fields, PartValues } from './fields/field'
import { fieldsOf } from './fields/walk'
import { mergeDifferences } from './merge'

/** One place of a definition at which any of its versions differs. */
export interface VersionRow {
  path: string
  words: string
  /** How its value is typed; nothing for a whole part that is there or not. */
  field?: Field
  base: unknown
  /** By version, in their order. */
  values: { id: string; value: unknown; differs: boolean }[]
}

/** Which texts of a definition are kept as differences from it. */
export type VersionKind = 'revisions' | 'variants' | 'firmwares'
export type DefinitionVersions = Readonly<Record<string, { name: string; note: string; differences: Differences }>>

/** The revisions and firmware versions of a board, or the variants of a device; none of what it has not. */
export function versionsOf(definition: EditableDefinition, of: VersionKind): DefinitionVersions {
  return ((definition as Partial<Record<VersionKind, DefinitionVersions>>)[of] ?? {}) as DefinitionVersions
}

const isMap = (value: unknown): value is PartValues => typeof value === 'object' && value !== null && !Array.isArray(value)

/** What stands at a place; undefined where there is none. */
export function valueAtPlace(whole: unknown, path: string): unknown {
  return path.split('.').reduce<unknown>((at, key) => (isMap(at) && Object.hasOwn(at, key) ? at[key] : undefined), whole)
}

/** The field of a place, as it is in the definition that stands there. */
function fieldAtPlace(fields: Fields, whole: PartValues, [key, ...rest]: readonly string[]): Field | undefined {
  const field = fields[key!]
  const value = whole[key!]
  if (!rest.length || !field) return field
  if (field.shape.is === 'group') return fieldAtPlace(field.shape.fields, isMap(value) ? value : {}, rest)
  if (field.shape.is === 'map') return rest.length === 1 ? field.shape.of : undefined
  if (field.shape.is !== 'parts' && field.shape.is !== 'kinds') return undefined
  const [id, ...inner] = rest
  const part = isMap(value) && isMap(value[id!]) ? (value[id!] as PartValues) : {}
  return inner.length ? fieldAtPlace(fieldsOf(field, part), part, inner) : undefined
}

/** Every place at which one of its versions differs from the base, with what each has there. */
export function versionTable(definition: EditableDefinition, of: VersionKind): VersionRow[] {
  const fields: Fields = definition.kind === 'board' ? boardFields : deviceFields
  const each = Object.entries(versionsOf(definition, of)).map(([id, { differences }]) => ({
    id,
    whole: mergeDifferences(definition, differences),
    told: listDifferences(fields, differences),
  }))
  const words = new Map(each.flatMap(({ told }) => told.map((difference) => [difference.path, difference.words ?? ''] as const)))
  return [...words].map(([path, called]) => {
    const keys = path.split('.')
    const whole = [definition, ...each.map((version) => version.whole)].find((one) => valueAtPlace(one, path) !== undefined)
    return {
      path,
      words: called,
      field: fieldAtPlace(fields, (whole ?? definition) as unknown as PartValues, keys),
      base: valueAtPlace(definition, path),
      values: each.map((version) => ({
        id: version.id,
        value: valueAtPlace(version.whole, path),
        differs: !sameValue(valueAtPlace(version.whole, path), valueAtPlace(definition, path)),
      })),
    }
  })
}

/** The differences without the one at a place. */
function withoutDifference(differences: Differences, path: string): Differences {
  const [key, ...rest] = path.split('.')
  const { [key!]: inner, ...others } = differences
  if (!rest.length || !isMap(inner)) return others
  const left = withoutDifference(inner as Differences, rest.join('.'))
  return Object.keys(left).length ? { ...differences, [key!]: left } : others
}

/** The differences with another value at a place; what the base has there is no difference, and nothing means that it is gone. */
export function withDifference(
  definition: EditableDefinition,
  differences: Differences,
  path: string,
  value: unknown,
): Differences {
  if (sameValue(value, valueAtPlace(definition, path))) return withoutDifference(differences, path)
  return put(differences, path.split('.'), value ?? null)
}

function put(differences: Differences, [key, ...rest]: readonly string[], value: unknown): Differences {
  const inner = differences[key!]
  return { ...differences, [key!]: rest.length ? put(isMap(inner) ? (inner as Differences) : {}, rest, value) : value }
}
