import { describe, expect, it } from 'vitest'
import { library } from '../../../tests/helpers/plans'
import { boardFields } from './board'
import { deviceFields } from './device'
import type { Field, Fields, PartValues } from './field'
import { protocolFields } from './protocol'
import { eachTold } from './walk'

const tables: [string, Fields][] = [
  ['board', boardFields],
  ['device', deviceFields],
  ['protocol', protocolFields],
]

/** Every field of a table, and of all in it. */
function* all(fields: Fields, at: string): Generator<[string, Field, Fields]> {
  for (const [key, field] of Object.entries(fields)) {
    const { shape } = field
    yield [`${at}.${key}`, field, fields]
    if (shape.is === 'group' || shape.is === 'parts') yield* all(shape.fields, `${at}.${key}`)
    if (shape.is === 'kinds')
      for (const [kind, inner] of Object.entries(shape.kinds)) yield* all({ ...shape.all, ...inner }, `${at}.${key}.${kind}`)
    if (shape.is === 'list' && shape.of.shape.is === 'group') yield* all(shape.of.shape.fields, `${at}.${key}`)
  }
}

describe.each(tables)('the table of fields of a %s', (name, table) => {
  it('refers only to sections and fields that there are', () => {
    for (const [at, { shape, atMost, atLeast, unlike, neededWhere }, beside] of all(table, name)) {
      if (shape.is === 'id' && shape.to) expect(table, at).toHaveProperty(shape.to.section)
      for (const other of [atMost, atLeast, unlike, neededWhere?.field])
        if (other !== undefined) expect(Object.keys(beside), at).toContain(other)
    }
  })

  it('has no default that the field could not hold', () => {
    for (const [at, { shape, byDefault, start }] of all(table, name)) {
      const values = [byDefault, start].filter((value) => value !== undefined)
      for (const value of values) {
        if (shape.is === 'choice') expect(shape.among, at).toContain(value)
        if (shape.is !== 'figure') continue
        expect(value, at).toBeGreaterThanOrEqual(shape.min ?? -Infinity)
        expect(value, at).toBeLessThanOrEqual(shape.max ?? Infinity)
      }
    }
  })
})

describe('the walk over a definition', () => {
  it('comes by every figure, text and truth of a shipped part once', () => {
    for (const device of Object.values(library.devices)) {
      const places = [...eachTold(deviceFields, device as unknown as PartValues)].map(({ place }) => place)
      expect(new Set(places).size, device.id).toBe(places.length)
      for (const [id, need] of Object.entries(device.needs)) {
        if (need.kind === 'serial') expect(places).toContain(`needs.${id}.options[0].bauds[0]`)
        if (need.kind === 'pulse') expect(places).toContain(`needs.${id}.rate.min`)
      }
    }
  })
})
