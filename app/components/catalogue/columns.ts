import {
  fieldsOf,
  namesOf,
  pairedJobs,
  originAt,
  originWords,
  startOfField,
  withOrigins,
  type Beginning,
  type EditableDefinition,
  type Field,
  type Fields,
  type PartValues,
  type SettingPair,
} from '#core/catalogue'
import { pairChoices, pairOf, pairTable, pairText } from './pairs'

/** One value of a part that can be typed: where it stands, and what it is called. */
export interface Column {
  /** Keys that lead to it. */
  path: readonly string[]
  key: string
  head: string
  words: string
  help?: string
  width: number
}

/** The fields that can be typed, one after the other; those of a group beside each other. Lists of groups are opened. */
function* typable(fields: Fields, before: readonly string[] = []): Generator<[readonly string[], Field]> {
  for (const [key, field] of Object.entries(fields)) {
    const path = [...before, key]
    if (field.shape.is === 'group') yield* typable(field.shape.fields, path)
    else if (isTypable(field) || rowsOf(field)) yield [path, field]
  }
}

/** The fields of each row, where a field is a list of rows. */
export function rowsOf({ shape }: Field): Fields | undefined {
  return shape.is === 'list' && shape.of.shape.is === 'group' ? shape.of.shape.fields : undefined
}

/** The columns of a list of rows. */
export const rowColumns = (rows: Fields): Column[] => [...typable(rows)].map(([path, field]) => columnOf(path, field))

/** What rows say, in few words: `uart-tx uart1, pulse tim3 2`. */
export function rowsText(rows: Fields, values: readonly PartValues[]): string {
  const columns = rowColumns(rows)
  const told = (row: PartValues) =>
    columns
      .map(({ path }) => {
        const field = fieldAt(rows, path, row)
        const value = valueAt(row, path)
        return !field || value === undefined || value === false ? '' : textOf(field, value)
      })
      .filter(Boolean)
      .slice(0, 3)
      .join(' ')
  return values.map(told).join(', ')
}

function isTypable({ shape }: Field): boolean {
  if (shape.is === 'list') return isTypable(shape.of)
  if (shape.is === 'either') return true
  return ['name', 'prose', 'text', 'id', 'figure', 'flag', 'choice'].includes(shape.is)
}

function columnOf(path: readonly string[], { head, words, help, width }: Field): Column {
  const name = head ?? path.at(-1)!
  return { path, key: path.join('.'), head: name, words: words ?? name, help, width: width ?? 64 }
}

/** The columns of a table of parts. Of parts of several kinds a column is there for each field that any of them has. */
export function columnsOf(section: Field, parts: readonly PartValues[]): Column[] {
  const { shape } = section
  if (shape.is === 'parts') return [...typable(shape.fields)].map(([path, field]) => columnOf(path, field))
  if (shape.is !== 'kinds') return []
  const { kind, label } = fieldsOf(section, {})
  const there = new Set(parts.map((part) => String(part.kind ?? shape.byDefault)))
  const ofKinds = Object.entries(shape.kinds).flatMap(([name, fields]) => (there.has(name) ? [...typable(fields)] : []))
  const all = [...typable({ label: label!, kind: kind! }), ...ofKinds, ...typable(shape.all)]
  const seen = new Set<string>()
  return all.map(([path, field]) => columnOf(path, field)).filter(({ key }) => !seen.has(key) && seen.add(key))
}

/** The values of a definition itself, beside its sections, as columns. */
export function headColumns({ id: _id, kind: _kind, schema: _schema, ...fields }: Fields): Column[] {
  return [...typable(fields)].map(([path, field]) => columnOf(path, field))
}

/**
 * The field of a part that stands in a column; nothing where parts of its kind have none. A group that may be missing is
 * begun and taken away by what it has to have; while it is missing, nothing else of it is there.
 */
export function fieldAt(fields: Fields, path: readonly string[], part: PartValues): Field | undefined {
  const [key, ...rest] = path
  const field = fields[key!]
  if (!rest.length || field?.shape.is !== 'group') return rest.length ? undefined : field
  const inner = fieldAt(field.shape.fields, rest, (part[key!] ?? {}) as PartValues)
  if (!field.optional || !inner) return inner
  if (!inner.optional && inner.byDefault === undefined) return { ...inner, optional: true }
  return part[key!] === undefined ? undefined : inner
}

/** The value at the end of some keys. */
export function valueAt(part: PartValues, [key, ...rest]: readonly string[]): unknown {
  const value = part[key!]
  return rest.length && value !== undefined ? valueAt(value as PartValues, rest) : value
}

/**
 * A part with a value put in or, where it is nothing, taken away. A group that may be missing is begun by its first value,
 * and goes with the first that it has to have.
 */
export function withValue(fields: Fields, part: PartValues, path: readonly string[], value: unknown, how: Beginning): PartValues {
  const [key, ...rest] = path
  const { [key!]: before, ...others } = part
  const put = (after: unknown) => (after === undefined ? others : { ...part, [key!]: after })
  const field = fields[key!]
  if (!rest.length || field?.shape.is !== 'group') return put(value)
  const { fields: inner } = field.shape
  if (value === undefined && field.optional && !inner[rest[0]!]?.optional) return put(undefined)
  const whole = before ?? (value === undefined ? undefined : startOfField({ ...field, byDefault: undefined }, how))
  return whole === undefined ? part : put(withValue(inner, whole as PartValues, rest, value, how))
}

/** A part of another kind: what both have stays, the rest is begun. */
export function ofOtherKind(section: Field, part: PartValues, kind: string, how: Beginning): PartValues {
  const [before, after] = [fieldsOf(section, part), fieldsOf(section, { kind })]
  const fresh = startOfField({ shape: { is: 'group', fields: after } }, how) as PartValues
  const kept = Object.entries(part).filter(([key]) => after[key] && before[key]?.shape.is === after[key].shape.is)
  return { ...fresh, ...Object.fromEntries(kept), kind }
}

/** How a field is shown where it is typed. */
export function textOf({ shape }: Field, value: unknown): string {
  if (value === undefined) return ''
  if (shape.is === 'either' && typeof value === 'object') return pairText(value as SettingPair)
  if (Array.isArray(value)) return value.join('; ')
  return String(value)
}

/** What a text means; nothing for an empty one. What is no figure stays as typed, for the checks to name. */
export function meantBy(field: Field, text: string): unknown {
  const { shape } = field
  if (text.trim() === '') return emptyOf(field)
  if (shape.is === 'figure') return figureIn(text.replace(',', '.'))
  if (shape.is === 'flag') return text === 'true'
  if (shape.is === 'either') return isPairs(field) ? pairOf(text) : figureIn(text)
  // Values may hold commas.
  if (shape.is === 'list') return listIn(text).map((each) => meantBy(shape.of, each))
  return text
}

function emptyOf({ shape, byDefault }: Field): unknown {
  if (shape.is === 'list' && Array.isArray(byDefault)) return []
  return shape.is === 'prose' || shape.is === 'text' ? '' : undefined
}

const figureIn = (text: string) => (text.trim() !== '' && Number.isFinite(Number(text)) ? Number(text) : text)
const listIn = (text: string) =>
  text
    .split(';')
    .map((each) => each.trim())
    .filter(Boolean)

const isPairs = ({ shape }: Field) => shape.is === 'either' && shape.ways.some((way) => way.shape.is === 'group')

/** Whoever types a question mark in the place of a figure does not know it. */
export const isUnknown = ({ shape }: Field, text: string) => shape.is === 'figure' && /^\s*\?\s*$/.test(text)

/**
 * A definition in which nobody knows a figure: it is left out where it may be, and its lack is told; else what stands there
 * only stands for it, which is told.
 */
export function withUnknown(
  definition: EditableDefinition,
  { field, place, without }: { field: Field; place: string; without: () => EditableDefinition },
): EditableDefinition {
  const isTold = field.optional && field.gap !== undefined
  return withOrigins(isTold ? without() : definition, { [place]: isTold ? undefined : { from: 'unknown' } })
}

/** Pairs with a table of values are not chosen here, and stay. */
export const isLeftAlone = (field: Field, text: string) => isPairs(field) && text === pairTable

/** What may be chosen in a field; nothing where it is typed. */
export function optionsOf(field: Field, definition: PartValues): { value: string; title: string }[] | undefined {
  const { shape, optional } = field
  const none = optional ? [{ value: '', title: 'none' }] : []
  if (shape.is === 'choice') return [...none, ...shape.among.map((value) => ({ value, title: shape.titles?.[value] ?? value }))]
  if (isPairs(field)) return [...none, ...pairChoices(definition, pairedJobs)]
  if (shape.is !== 'id' || !shape.to) return undefined
  const parts = definition[shape.to.section] as Record<string, { label?: string }>
  const named = namesOf(shape.to, definition)
  return [...none, ...named.map((value) => ({ value, title: [value, parts[value]?.label].filter(Boolean).join(' ') }))]
}

/** The sections of a definition that are tables of parts, with their titles. */
export function sectionsOf(fields: Fields): Record<string, string> {
  return Object.fromEntries(
    Object.entries(fields).flatMap(([section, { shape, head }]) =>
      shape.is === 'parts' || shape.is === 'kinds' ? [[section, head ?? section]] : [],
    ),
  )
}

/** Why a figure is none that somebody knows; nothing where it is known. */
export function unsureWords(definition: EditableDefinition, place: string): string | undefined {
  const origin = originAt(definition, place)
  if (!origin || origin.from === 'measured' || origin.from === 'maker') return undefined
  return [originWords[origin.from], origin.note].filter(Boolean).join(': ')
}
