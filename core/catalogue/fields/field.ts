/**
 * The kit of the tables of fields. A definition is described once, by a table of its fields; its TypeScript type, the
 * reader that validates it, the published JSON Schema, the columns of its editor, what a new part starts as, what refers to
 * what and what is missing are all made of that table.
 */

/** One field: how its value is shaped, and all that is told of it. `T` is the type of its value. */
export interface Field<T = unknown> extends FieldWords {
  shape: Shape
  /** It may be missing. */
  optional?: boolean
  /** What is taken where a file does not say it. */
  byDefault?: T
  /** What it is when it is begun, where that is not the first that may be chosen. */
  start?: T
  /** A new part has it although it may be missing. */
  isStarted?: boolean
}

/** What is told of a field. */
export interface FieldWords {
  /** Head of its column. */
  head?: string
  /** What it is called for who cannot see the table. */
  words?: string
  /** What to mind; shown at the head. */
  help?: string
  /** Width of what is typed, in pixels. */
  width?: number
  /** Sections whose ids are offered while it is typed; `protocols` are those of the catalogue. */
  suggests?: readonly string[]
  /** How somebody who does not know it finds it out. */
  find?: string
  /** What is less exact where it is not told; of some parts only. */
  gap?: string | { says: string; of: (part: PartValues) => boolean }
  /** Fields of the same part that it may not be above, not below, and not equal to. */
  atMost?: string
  atLeast?: string
  unlike?: string
  /** It has to be told where another field of the part has one of these values. */
  neededWhere?: { field: string; is: readonly string[] }
}

/** A part as far as its values are known. */
export type PartValues = Readonly<Record<string, unknown>>

export type Fields = Readonly<Record<string, Field<unknown>>>

/** The section of a definition, and where it matters the role, of what is named by an id. */
export interface RefersTo {
  section: string
  /** The role it has to have. */
  role?: string
  /** Roles that are offered where it is chosen. */
  offers?: readonly string[]
  /** A variant may lack it; what refers to it is of no effect then. */
  mayLack?: boolean
}

/** How a value is shaped. Data alone, so that each reader of a table makes of it what it needs. */
export type Shape =
  | { is: 'name' }
  | { is: 'prose' }
  | { is: 'id'; to?: RefersTo }
  | { is: 'figure'; unit?: string; min?: number; max?: number; above?: number; whole?: boolean; only?: readonly number[] }
  | { is: 'flag' }
  | { is: 'choice'; among: readonly string[]; titles?: Readonly<Record<string, string>> }
  /** A word that is always the same. */
  | { is: 'word'; word: string | number }
  | { is: 'list'; of: Field; least?: number; most?: number; exactly?: number }
  | { is: 'group'; fields: Fields }
  /** Parts by their ids; each has to have one of some fields. */
  | { is: 'parts'; fields: Fields; most: number; oneOf?: readonly string[] }
  /** Parts by their ids, of which each says by its field `kind` what it holds besides what all have. */
  | { is: 'kinds'; all: Fields; kinds: Readonly<Record<string, Fields>>; byDefault?: string; most: number }
  /** Values of one field by ids, or by any names. */
  | { is: 'map'; of: Field; by: 'ids' | 'names'; least?: number; most?: number }
  /** A value in one of several shapes. */
  | { is: 'either'; ways: readonly Field[] }
  /** What is read by rules of its own. */
  | { is: 'versions' }
  /** A map of differences to a definition. */
  | { is: 'differences' }
  | { is: 'text'; most: number }

export type Optional<T> = Field<T> & { optional: true }

/** The type of a field's value. */
export type ValueOf<F> = F extends Field<infer T> ? T : never
type Given<F> = { [K in keyof F]: F[K] extends { optional: true } ? never : K }[keyof F]

/** The type of a part with such fields. */
export type PartOf<F> = { [K in Given<F>]: ValueOf<F[K]> } & { [K in Exclude<keyof F, Given<F>>]?: ValueOf<F[K]> }
/** The same written out, so that a message of the compiler shows fields and not how they came about. */
export type Plain<T> = { [K in keyof T]: T[K] }

const field = <T>(shape: Shape, words: FieldWords = {}): Field<T> => ({ shape, ...words })

/** A name on one line. */
export const name = (words?: FieldWords): Field<string> => field({ is: 'name' }, words)
/** Several lines of text, which may be empty. */
export const prose = (words?: FieldWords): Field<string> => field({ is: 'prose' }, words)
/** Any text of one line, which may be empty. */
export const text = (most: number, words?: FieldWords): Field<string> => field({ is: 'text', most }, words)
export const flag = (words?: FieldWords): Field<boolean> => field({ is: 'flag' }, words)
/** An id that names nothing of the same definition. */
export const anId = (words?: FieldWords): Field<string> => field({ is: 'id' }, words)
/** The id of a part of the same definition. */
export const refersTo = (to: RefersTo, words?: FieldWords): Field<string> => field({ is: 'id', to }, words)

export type FigureLimits = Omit<Extract<Shape, { is: 'figure' }>, 'is'>
export const figure = (limits: FigureLimits, words?: FieldWords): Field<number> => field({ is: 'figure', ...limits }, words)
/** One of some figures. */
export const figureOf = <const T extends number>(only: readonly T[], words?: FieldWords): Field<T> =>
  field({ is: 'figure', only }, words)
/** One of some words. */
export const choice = <const T extends string>(among: readonly T[], words?: FieldWords): Field<T> =>
  field({ is: 'choice', among }, words)
/** One of the keys of a table, which are shown by its words. */
export const keyOf = <T extends string>(titles: Readonly<Record<T, string>>, words?: FieldWords): Field<T> =>
  field({ is: 'choice', among: Object.keys(titles), titles }, words)
export const word = <const T extends string | number>(only: T): Field<T> => field({ is: 'word', word: only })

export const list = <T>(
  of: Field<T>,
  limits: { least?: number; most?: number; exactly?: number } = {},
  words?: FieldWords,
): Field<T[]> => field({ is: 'list', of, ...limits }, words)
export const pair = <T>(of: Field<T>): Field<[T, T]> => field({ is: 'list', of, exactly: 2 })
/** Fields that belong together. */
export const group = <F extends Fields>(fields: F, words?: FieldWords): Field<Plain<PartOf<F>>> =>
  field({ is: 'group', fields }, words)
export const parts = <F extends Fields>(
  fields: F,
  most: number,
  { oneOf, ...words }: FieldWords & { oneOf?: readonly (keyof F & string)[] },
): Field<Record<string, Plain<PartOf<F>>>> => byDefault(field({ is: 'parts', fields, most, oneOf }, words), {})
export const map = <T>(
  by: 'ids' | 'names',
  of: Field<T>,
  limits: { least?: number; most?: number } = {},
  words?: FieldWords,
): Field<Record<string, T>> => field({ is: 'map', by, of, ...limits }, words)
export const either = <F extends readonly Field[]>(ways: F, words?: FieldWords): Field<ValueOf<F[number]>> =>
  field({ is: 'either', ways }, words)

/** A part of one of several kinds. */
export type KindOf<All, Kinds> = { [K in keyof Kinds]: Plain<{ kind: K } & PartOf<All> & PartOf<Kinds[K]>> }[keyof Kinds]
export const kinds = <A extends Fields, K extends Readonly<Record<string, Fields>>>(
  all: A,
  of: K,
  most: number,
  { otherwise, ...words }: FieldWords & { otherwise?: keyof K & string },
): Field<Record<string, KindOf<A, K>>> => byDefault(field({ is: 'kinds', all, kinds: of, byDefault: otherwise, most }, words), {})

/** It may be missing. */
export const optional = <T>(of: Field<T>): Optional<T> => ({ ...of, optional: true })
/** It may be missing in a file; then this is taken. */
export const byDefault = <T>(of: Field<T>, value: T): Field<T> => ({ ...of, byDefault: value })
/** What it is when it is begun; a part that is new has it where it has to be there. */
export const startsAs = <F extends Field>(of: F, value: ValueOf<F>): F => ({ ...of, start: value })
/** A new part has it, although it may be missing. */
export const started = <F extends Field>(of: F): F => ({ ...of, isStarted: true })
