import { describe, expect, it } from 'vitest'
import { demo } from '../../tests/helpers/plans'
import { applyEdit, disagree, type Edit } from './index'

const base = demo('spillway-hex')
const after = (...edits: Edit[]) => edits.reduce(applyEdit, base)
const rename = (device: string, name: string): Edit => ({ type: 'device.rename', device, name })

describe('two plans made from one', () => {
  it('agree where they changed different things, or the same alike', () => {
    expect(disagree(base, after(rename('gnss', 'Eye')), after(rename('camera', 'Lens')))).toBe(false)
    expect(disagree(base, after(rename('gnss', 'Eye')), after({ type: 'plan.note', note: 'n' }))).toBe(false)
    expect(disagree(base, after(rename('gnss', 'Eye')), after(rename('gnss', 'Eye')))).toBe(false)
    expect(disagree(base, after(rename('gnss', 'Eye')), base)).toBe(false)
  })

  it('disagree where both changed one thing, or one took away what the other changed', () => {
    expect(disagree(base, after(rename('gnss', 'Eye')), after(rename('gnss', 'Ear')))).toBe(true)
    expect(disagree(base, after({ type: 'device.remove', device: 'gnss' }), after(rename('gnss', 'Ear')))).toBe(true)
    expect(disagree([1, 2], [1, 3], [0, 2])).toBe(true)
  })
})
