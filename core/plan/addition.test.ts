import { describe, expect, it } from 'vitest'
import { demo, library } from '../../tests/helpers/plans'
import { limits } from '../catalogue'
import { additionsOf, applyEdit, EditError } from '.'

const esc = library.devices['gault-40']!
const gnss = library.devices['merlow-n1']!
const bare = { ...demo('spillway-hex'), devices: [] }

describe('several devices at once', () => {
  it('are added one after the other, each by a name and an id of its own', () => {
    const wanted = [
      { definition: esc, count: 3 },
      { definition: gnss, count: 1 },
    ]
    const after = additionsOf(bare, wanted, library.protocols, 'must').reduce(applyEdit, bare)
    expect(after.devices.map(({ name }) => name)).toEqual(['Gault 40', 'Gault 40 2', 'Gault 40 3', 'Merlow N1'])
    expect(new Set(after.devices.map(({ id }) => id)).size).toBe(4)
  })

  it('are refused whole where the build would hold too many', () => {
    const count = limits.devices - bare.devices.length
    expect(additionsOf(bare, [{ definition: esc, count }], library.protocols, 'must')).toHaveLength(count)
    expect(() => additionsOf(bare, [{ definition: esc, count: count + 1 }], library.protocols, 'must')).toThrow(EditError)
    expect(additionsOf(bare, [], library.protocols, 'must')).toEqual([])
  })
})
