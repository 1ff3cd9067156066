import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { applyEdit, editKinds, inverseOf, mayDo, sectionsUnlike, type Edit } from './index'

const plan = allocated('spillway-hex')
const tick: Edit = { type: 'wire.tick', wire: 'gnss.tx', made: true }
const rename: Edit = { type: 'device.rename', device: 'gnss', name: 'Eye' }

describe('what each may do', () => {
  it('is all for an editor and nothing for a reader', () => {
    for (const edit of [tick, rename]) {
      expect(mayDo('editor', edit)).toBe(true)
      expect(mayDo('reader', edit)).toBe(false)
    }
  })
  it('is ticking off for the workshop, and taking that back, by itself or among others', () => {
    expect(mayDo('workshop', tick)).toBe(true)
    expect(mayDo('workshop', inverseOf(plan, applyEdit(plan, tick), 'x'))).toBe(true)
    expect(mayDo('workshop', { type: 'several', label: 'x', edits: [tick, tick] })).toBe(true)
    expect(mayDo('workshop', { type: 'several', label: 'x', edits: [tick, rename] })).toBe(false)
    expect(mayDo('workshop', { type: 'several', label: 'x', edits: [{ type: 'several', label: 'y', edits: [rename] }] })).toBe(
      false,
    )
    expect(mayDo('workshop', { type: 'sections.restore', of: 'x', sections: { built: {}, name: 'Mine' } })).toBe(false)
    const others = (Object.keys(editKinds) as Edit['type'][]).filter(
      (type) => !['wire.tick', 'step.tick', 'several', 'sections.restore'].includes(type),
    )
    for (const type of others) expect(mayDo('workshop', { type } as Edit), type).toBe(false)
  })
  it('touches nothing of the plan but what is ticked', () => {
    expect(sectionsUnlike(plan, applyEdit(plan, tick))).toEqual(['built'])
  })
})
