import Joi from 'joi'
import type { Field, Fields, Shape } from '../catalogue'
import { id, idPattern, label, prose, versions } from './parts'

type Readers = { [K in Shape['is']]: (shape: Extract<Shape, { is: K }>) => Joi.Schema }

/** How each shape of a field is read. */
const readers: Readers = {
  name: () => label,
  prose: () => prose,
  text: ({ most }) => Joi.string().allow('').max(most),
  id: () => id,
  figure: ({ min, max, above, whole, only }) => {
    let figure = Joi.number()
    if (only) return figure.valid(...only)
    if (whole) figure = figure.integer()
    if (min !== undefined) figure = figure.min(min)
    if (above !== undefined) figure = figure.greater(above)
    return max === undefined ? figure : figure.max(max)
  },
  flag: () => Joi.boolean(),
  choice: ({ among }) => Joi.string().valid(...among),
  word: ({ word }) => Joi.valid(word),
  list: ({ of, least, most, exactly }) => {
    let list = Joi.array().items(readerOf(of))
    if (exactly !== undefined) return list.length(exactly)
    if (least !== undefined) list = list.min(least)
    return most === undefined ? list : list.max(most)
  },
  group: ({ fields }) => partReader(fields),
  parts: ({ fields, most, oneOf }) => {
    const part = partReader(fields)
    return Joi.object()
      .pattern(idPattern, oneOf ? part.or(...oneOf) : part)
      .max(most)
  },
  kinds: ({ all, kinds, byDefault, most }) =>
    Joi.object()
      .pattern(idPattern, kindReader(all, kinds, byDefault))
      .max(most),
  map: ({ of, by, least, most }) => {
    let map = Joi.object().pattern(by === 'ids' ? idPattern : /^.{1,80}$/, readerOf(of))
    if (least !== undefined) map = map.min(least)
    return most === undefined ? map : map.max(most)
  },
  either: ({ ways }) => Joi.alternatives(...ways.map(readerOf)),
  versions: () => versions,
  differences: () => Joi.object().unknown(true),
}

function readerOf({ shape }: Field): Joi.Schema {
  return (readers[shape.is] as (shape: Shape) => Joi.Schema)(shape)
}

/** A field as it stands in a part: demanded, optional, or filled in. */
function inPart(field: Field): Joi.Schema {
  const read = readerOf(field)
  const { neededWhere } = field
  if (neededWhere) return read.when(neededWhere.field, { is: Joi.valid(...neededWhere.is), then: Joi.required() })
  if (field.byDefault !== undefined) return read.default(field.byDefault)
  return field.optional ? read : read.required()
}

/** What a part with such fields may hold. */
export function partReader(fields: Fields): Joi.ObjectSchema {
  return Joi.object(Object.fromEntries(Object.entries(fields).map(([key, field]) => [key, inPart(field)])))
}

/** Chooses the shape by `kind`, so that an error names the field and not a list of alternatives. */
function kindReader(all: Fields, kinds: Readonly<Record<string, Fields>>, byDefault?: string): Joi.Schema {
  const names = Object.keys(kinds)
  const ofKind = (name: string, kind: Field) => partReader({ kind, ...all, ...kinds[name] })
  const anyKind: Field = { shape: { is: 'choice', among: names } }
  return Joi.alternatives().conditional('.kind', {
    switch: names
      .filter((name) => name !== byDefault)
      .map((name) => ({ is: name, then: ofKind(name, { shape: { is: 'choice', among: [name] } }) })),
    otherwise: byDefault ? ofKind(byDefault, { ...anyKind, byDefault }) : partReader({ kind: anyKind }).unknown(true),
  })
}
