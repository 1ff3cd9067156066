import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import { mergeDifferences } from './merge'
import { valueAtPlace, versionsOf, versionTable, withDifference, type VersionKind } from './version-table'

const everything = [...Object.values(library.boards), ...Object.values(library.devices)].flatMap((definition) =>
  (['revisions', 'variants', 'firmwares'] as VersionKind[]).map((of) => ({ definition, of })),
)

describe('versions against what they differ from', () => {
  it('has a row for each difference of every shipped definition, with what each version has there', () => {
    let rows = 0
    for (const { definition, of } of everything)
      for (const { path, base, values } of versionTable(definition, of)) {
        rows += 1
        expect(base).toEqual(valueAtPlace(definition, path))
        expect(values.map(({ id }) => id)).toEqual(Object.keys(versionsOf(definition, of)))
        for (const { id, value, differs } of values) {
          expect(value).toEqual(valueAtPlace(mergeDifferences(definition, versionsOf(definition, of)[id]!.differences), path))
          expect(differs, `${definition.id} ${id} ${path}`).toBe(JSON.stringify(value) !== JSON.stringify(base))
        }
      }
    expect(rows).toBeGreaterThan(10)
  })

  it('writes only what differs: the base’s own value takes the difference back, nothing takes the part away', () => {
    const board = library.boards['corran-7']!
    const other = withDifference(board, {}, 'rails.v5.limit', 3)
    expect(other).toEqual({ rails: { v5: { limit: 3 } } })
    const both = withDifference(board, other, 'rails.v10.limit', 1)
    expect(withDifference(board, both, 'rails.v10.limit', 1.8)).toEqual(other)
    expect(withDifference(board, other, 'rails.v5.limit', 2)).toEqual({})
    expect(withDifference(board, {}, 'pads.RX6', undefined)).toEqual({ pads: { RX6: null } })
    const inRow = versionTable({ ...board, revisions: { Z: { name: 'Z', note: '', differences: other } } }, 'revisions')
    expect(inRow).toMatchObject([{ path: 'rails.v5.limit', base: 2, values: [{ id: 'Z', value: 3, differs: true }] }])
    expect(inRow[0]!.field?.shape).toMatchObject({ is: 'figure', unit: 'A' })
  })
})
