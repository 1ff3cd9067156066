import { describe, expect, it } from 'vitest'
import { add, demo, library } from '../../tests/helpers/plans'
import { applyEdit, mergePlans, type Edit, type Plan } from './index'

const base = demo('spillway-hex')
const after = (...edits: Edit[]) => edits.reduce(applyEdit, base)
const rename = (device: string, name: string): Edit => ({ type: 'device.rename', device, name })
const names = (plan: Plan) => plan.devices.map(({ name }) => name)

describe('two plans made from one', () => {
  it('come to what both did, where they changed different places or the same alike', () => {
    const both = after(rename('gnss', 'Eye'), rename('camera', 'Lens'))
    expect(mergePlans(base, after(rename('gnss', 'Eye')), after(rename('camera', 'Lens')))).toMatchObject({
      document: both,
      agreed: true,
    })
    expect(mergePlans(base, after(rename('gnss', 'Eye')), after({ type: 'plan.note', note: 'n' })).document).toEqual(
      after(rename('gnss', 'Eye'), { type: 'plan.note', note: 'n' }),
    )
    expect(mergePlans(base, both, after(rename('gnss', 'Eye')))).toMatchObject({ document: both, agreed: true })
    expect(mergePlans(base, base, both)).toMatchObject({ document: both, agreed: true })
  })

  it('keep a figure that one changed beside another that the other changed in the same section', () => {
    const capacity = { ...base, battery: { ...base.battery, capacity: 4321 } }
    const cells = { ...base, battery: { ...base.battery, cells: 5 } }
    expect(mergePlans(base, capacity, cells).document.battery).toMatchObject({ capacity: 4321, cells: 5 })
  })

  it('hold what either added, and not what either took away', () => {
    const added = applyEdit(base, add(Object.keys(library.devices)[0]!))
    const gone = after({ type: 'device.remove', device: 'gnss' })
    const merged = names(mergePlans(base, added, gone).document)
    expect(merged).toHaveLength(base.devices.length)
    expect(merged).toContain(added.devices.at(-1)!.name)
    expect(merged).not.toContain('GNSS and compass')
  })

  it('disagree where both changed one place, which is then as the first has it, and all else as whoever changed it', () => {
    const first = after(rename('gnss', 'Eye'), rename('camera', 'Lens'))
    const second = after(rename('gnss', 'Ear'), { type: 'plan.note', note: 'n' })
    expect(mergePlans(base, first, second)).toMatchObject({
      document: after(rename('gnss', 'Eye'), rename('camera', 'Lens'), { type: 'plan.note', note: 'n' }),
      agreed: false,
    })
    const figures = (capacity: number, cells: number) => ({ ...base, battery: { ...base.battery, capacity, cells } })
    const merged = mergePlans(figures(1, 1), figures(1, 2), figures(2, 3))
    expect(merged).toMatchObject({ agreed: false, document: { battery: { capacity: 2, cells: 2 } } })
  })

  it('disagree where one took away what the other changed', () => {
    const gone = after({ type: 'device.remove', device: 'gnss' })
    const changed = after(rename('gnss', 'Ear'))
    expect(names(mergePlans(base, gone, changed).document)).not.toContain('Ear')
    expect(names(mergePlans(base, changed, gone).document)).toContain('Ear')
    expect(mergePlans(base, changed, gone).agreed).toBe(false)
  })

  it('keep the order that one gave a list, and disagree where both gave one', () => {
    const turned = { ...base, devices: [...base.devices].reverse() }
    const rotated = { ...base, devices: [...base.devices.slice(1), base.devices[0]!] }
    const named = after(rename('gnss', 'Ear'))
    const merged = mergePlans(base, turned, named)
    expect(merged.agreed).toBe(true)
    expect(names(merged.document)).toEqual([...names(named)].reverse())
    expect(names(mergePlans(base, named, turned).document)).toEqual([...names(named)].reverse())
    expect(mergePlans(base, turned, rotated)).toMatchObject({ agreed: false, document: { devices: turned.devices } })
  })
})
