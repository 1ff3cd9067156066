import { describe, expect, it } from 'vitest'
import { add, allocated } from '../../tests/helpers/plans'
import { adopt, analyse } from '../engine'
import { applyEdit, type Edit, type Plan } from '../plan'
import { comparePlans } from './index'

const plan = allocated('spillway-hex')
const after = (...edits: Edit[]): Plan => edits.reduce(applyEdit, plan)

describe('two versions side by side', () => {
  it('differ in nothing where they are the same', () => {
    expect(comparePlans(plan, plan)).toEqual([])
  })
  it('say what became of the build, its devices and its wires', () => {
    const next = after(
      { type: 'plan.rename', name: 'Other' },
      { type: 'battery.set', battery: { ...plan.battery, cells: 4 } },
      { type: 'device.remove', device: 'buzzer' },
      { type: 'device.priority', device: 'gnss', priority: 2 },
      { type: 'wire.set', wire: 'gnss.tx', set: { gauge: 24, colour: 'PK' } },
      { type: 'wire.set', wire: 'camera.vid', set: { omitted: true } },
    )
    const texts = comparePlans(plan, next).map(({ kind, text }) => `${kind}: ${text}`)
    expect(texts).toEqual(
      expect.arrayContaining([
        'changed: Name: Spillway hex became Other',
        'gone: Buzzer',
        'changed: GNSS and compass: wish 2, was must',
        expect.stringMatching(/^changed: W\d+, GNSS and compass TX .*: colour YE became PK, AWG 28 became 24/),
        expect.stringMatching(/^gone: W\d+, Camera VIDEO/),
        expect.stringMatching(/^gone: W\d+, Buzzer/),
      ]),
    )
    expect(texts.join()).not.toMatch(/rail:|port:|pad:/)
  })
  it('name where a need went, and the wires that went with it', () => {
    const locked = after({ type: 'need.lock', need: 'gnss/fix', place: 'port:uart3' })
    const next = adopt(locked, analyse(locked).proposal)
    const found = comparePlans(plan, next)
    expect(found).toContainEqual({
      kind: 'moved',
      about: 'place',
      id: 'gnss',
      text: 'GNSS and compass (Position): Port 2 to Port 3',
    })
    expect(
      found.filter(({ about, kind, id }) => about === 'wire' && kind === 'moved' && id!.startsWith('gnss.')).length,
    ).toBeGreaterThan(1)
  })
  it('are the same the other way about, with added for gone', () => {
    const next = after(add('carrel-3', 'second'))
    const there = comparePlans(plan, next)
    const back = comparePlans(next, plan)
    expect(there.filter(({ kind }) => kind === 'added').length).toBe(back.filter(({ kind }) => kind === 'gone').length)
    expect(there).toContainEqual({ kind: 'added', about: 'device', id: expect.any(String) as string, text: 'second' })
  })
})
