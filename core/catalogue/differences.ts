import type { Differences } from './fields/common'
import type { Field, Fields } from './fields/field'
import { fieldsOf } from './fields/walk'

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

/** Any value in words: parts with what they hold, lists with what is in them. */
export function valueWords(value: unknown): string {
  if (value === undefined || value === null) return 'not there'
  if (Array.isArray(value)) return value.length ? value.map(valueWords).join('; ') : 'none'
  if (!isMap(value)) return String(value)
  const inner = Object.entries(value).map(([key, each]) => `${key} ${valueWords(each)}`)
  return inner.length ? inner.join(', ') : 'nothing'
}

/** One difference of a patch: where it is, what stands there in words, and what it becomes. */
export interface ToldDifference {
  path: string
  words?: string
  becomes: string
}

/** Each single difference of a patch, in the words and units of the definition's fields. */
export function listDifferences(fields: Fields, differences: Differences): ToldDifference[] {
  return inPart(fields, differences, '')
}

function inPart(fields: Fields, differences: Differences, path: string): ToldDifference[] {
  return Object.entries(differences).flatMap(([key, value]) => inField(fields[key], value, path ? `${path}.${key}` : key))
}

function inField(field: Field | undefined, value: unknown, path: string): ToldDifference[] {
  const words = field?.words ?? field?.head
  if (value === null) return [{ path, words, becomes: 'is not there' }]
  if (!isMap(value)) return [{ path, words, becomes: toldIn(field, value) }]
  const isSection = field?.shape.is === 'parts' || field?.shape.is === 'kinds'
  if (!isSection) return inPart(field ? fieldsOf(field, value) : {}, value, path)
  return Object.entries(value).flatMap(([id, part]) =>
    isMap(part) ? inPart(ofAnyKind(field), part, `${path}.${id}`) : inField({ ...field, head: undefined }, part, `${path}.${id}`),
  )
}

/** A patch need not say of what kind a part is: then the fields of all kinds may be meant. */
function ofAnyKind({ shape }: Field): Fields {
  if (shape.is === 'parts') return shape.fields
  return shape.is === 'kinds' ? Object.assign({}, ...Object.values(shape.kinds), shape.all) : {}
}

function toldIn(field: Field | undefined, value: unknown): string {
  const unit = field?.shape.is === 'figure' ? field.shape.unit : undefined
  return unit ? `${String(value)} ${unit}` : JSON.stringify(value)
}
