import { describe, expect, it } from 'vitest'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { check, checkContext } from '../checks'
import { batteryUse, massReport, powerTree, wiresOf } from '../harness'
import { batteryId, placeLabel, resolvePlan, type Edit } from '../plan'
import { figure } from '../units'
import { airframeSvg, paperTable } from './index'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const laidOut = (name: DemoName, ...edits: Edit[]) => {
  const resolved = resolvePlan(allocated(name, ...edits))
  return { resolved, wires: wiresOf(resolved) }
}
const rowsOf = (part: Parameters<typeof paperTable>[0], { resolved, wires }: ReturnType<typeof laidOut>) =>
  paperTable(part, resolved, wires).rows

describe('sheets of a build', () => {
  it.each(names)('have every place of %s, and what has none', (name) => {
    const build = laidOut(name)
    const { plan, needs } = build.resolved
    const rows = rowsOf('allocation', build)
    for (const [key, { place }] of Object.entries(plan.assignment)) {
      const need = needs.find((each) => each.key === key)!
      const row = rows.find(([device, what]) => device === need.fitted.instance.name && what === need.need.label)!
      expect(row[3]).toBe(placeLabel(place, plan))
    }
    const without = rows.filter((row) => row[3] === 'no place').length
    expect(without).toBe({ 'spillway-hex': 0, 'culvert-scout': 1, 'fellside-mapper': 1 }[name as string])
    // No id stands where a name is.
    const ids = new Set(plan.devices.flatMap(({ id, name: own }) => (id === own ? [] : [id])))
    expect(rows.flat().filter((cell) => ids.has(String(cell)))).toEqual([])
  })

  it('have findings that were accepted with the reason, and who gave it', () => {
    const before = laidOut('spillway-hex')
    const [first] = check(checkContext(before.resolved))
    const accept = (by?: string): Edit => ({
      type: 'finding.accept',
      finding: first!.id,
      fact: first!.fact,
      reason: 'known',
      ...(by && { by }),
    })
    const reasons = (...edits: Edit[]) =>
      rowsOf('findings', laidOut('spillway-hex', ...edits)).find((row) => row[2] === first!.fact)![3]
    expect(reasons()).toBe('')
    expect(reasons(accept())).toBe('known')
    expect(reasons(accept('Ada'))).toBe('known (Ada)')
  })

  it.each(names)('have each part of %s where it sits, once, the battery among them', (name) => {
    const build = laidOut(name)
    const parts = rowsOf('placement', build).map(([part]) => part)
    const wanted = [build.resolved.board.name, ...build.resolved.parts.map(({ instance }) => instance.name), 'Balance point']
    expect(parts).toEqual(wanted)
    expect(build.resolved.parts.some(({ id }) => id === batteryId)).toBe(true)
    const total = massReport(build.resolved, build.wires).total
    expect(rowsOf('placement', build).at(-1)!.at(-1)).toBe(figure(total, 'g', 0))
  })

  it('have each source, and the time in the air that the power view tells', () => {
    const build = laidOut('spillway-hex')
    const tree = powerTree(build.resolved, build.wires)
    const rows = rowsOf('power', build)
    expect(rows.map(([source]) => source)).toEqual([
      ...tree.nodes.filter(({ leaves, peak }) => leaves.length || peak > 0).map(({ label }) => label),
      'In the air',
    ])
    expect(rows.at(-1)!.at(-1)).toContain(figure(batteryUse(build.resolved, tree).minutes, 'min', 1))
  })

  it('have what each position does', () => {
    const rows = rowsOf('field', laidOut('spillway-hex')).map((row) => row.slice(1).join(' | '))
    expect(rows).toContain('Safety | front | 2000 µs | Armed')
    expect(rows.some((row) => row.startsWith('Roll |') && row.endsWith('steers: roll'))).toBe(true)
  })
})

it('the airframe as SVG holds any name, and nothing that XML cannot', () => {
  const named = laidOut('spillway-hex', { type: 'device.rename', device: 'gnss', name: 'A & B <c> "d"\u0007' })
  for (const side of ['top', 'right'] as const) {
    const svg = airframeSvg(named.resolved, named.wires, side, [400, 300])
    expect(svg).toContain('A &amp; B &lt;c&gt; &quot;d&quot;<')
    for (const wrong of ['NaN', 'undefined', '\u0007']) expect(svg).not.toContain(wrong)
  }
})
