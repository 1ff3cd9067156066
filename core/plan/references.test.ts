import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { analyse } from '../engine'
import { readPlan } from '../schema'
import { applyEdit } from './edit'
import { mergePlans } from './merge'
import type { Plan } from './plan'
import { forgetParts, renameParts } from './references'

/** A plan in which each section that can name a part names `zq9`, and much else besides. */
function naming(): Plan {
  const plan = structuredClone(allocated('spillway-hex'))
  const camera = plan.devices.find(({ id }) => id === 'camera')!
  const other = 'gnss'
  plan.devices.push({ ...camera, id: 'zq9', name: 'Ninth' })
  plan.joints = { 'joint-1': { kind: 'splice', name: 'Joint' } }
  Object.assign(plan.assignment, { 'zq9/video': { place: 'pad:CAM' }, [`${other}/fix`]: { place: 'device:zq9/rx' } })
  Object.assign(plan.supplies, { 'zq9/main': 'rail:v10', 'overlay/main': 'output:zq9/main' })
  Object.assign(plan.locks, { 'zq9/video': 'pad:CAM', 'overlay/main': 'output:zq9/main' })
  plan.bans = { 'zq9/video': ['pad:CAM'], [`${other}/fix`]: ['port:uart1', 'device:zq9/rx'] }
  plan.links['zq9/link'] = { board: { baud: 9600 } }
  plan.settings.zq9 = { power: 25 }
  plan.set = { 'setting:zq9/power': '25', 'output:zq9/motor': '1', 'claim:PB1': '', 'brightness:LED': '50' }
  plan.wires = {
    'zq9.video': { note: 'own' },
    'camera.video': { end: 'terminal:zq9/out', note: 'stays' },
    'overlay.out': { end: 'terminal:zq9/out' },
    'extra.1': { gauge: 20 },
    'extra.2': { gauge: 22 },
  }
  plan.extras = {
    'extra.1': { from: 'terminal:zq9/gnd', to: 'terminal:joint-1/c' },
    'extra.2': { from: 'terminal:gnss/gnd', to: 'terminal:joint-1/c' },
  }
  plan.cables = { 'zq9/main': 'made-up', 'gnss/main': 'made-up' }
  plan.positions.zq9 = { x: 1, y: 2 }
  plan.boxPositions = { zq9: { x: 3, y: 4 }, camera: { x: 5, y: 6 } }
  plan.built = { 'zq9.video': true, 'extra.1': true, 'extra.2': true, 'step:zq9': true, 'camera.video': true }
  plan.accepted = {
    'PWR-10:supply:zq9/main,device:zq9': { fact: 'f', reason: 'r' },
    'LVL-02:wire:zq9.video': { fact: 'f', reason: 'r' },
    'PWR-02:rail:v5,device:camera': { fact: 'f', reason: 'r' },
  }
  plan.controls.outputs['zq9/pan'] = Object.values(plan.controls.outputs)[0]!
  plan.controls.jobs.j90 = { does: 'line', channel: 9, from: 1000, to: 1200, what: 'zq9/enable' }
  plan.controls.jobs.j91 = { does: 'mode', channel: 9, from: 1000, to: 1200, what: 'level' }
  plan.lights.strips['zq9/data'] = Object.values(plan.lights.strips)[0]!
  plan.lights.segments.s90 = { name: 'n', need: 'zq9/data', first: 1, last: 2, meanings: [] }
  return plan
}
/** All of a plan but its definitions, as text. */
const textOf = (plan: Plan) => JSON.stringify({ ...plan, definitions: null, devices: null })
const sections = Object.keys(naming()) as (keyof Plan)[]
const withToken = sections.filter((name) => JSON.stringify(naming()[name]).includes('zq9'))

describe('references to a part', () => {
  it('stand in all sections that can have them, and the plan of this test has them all', () => {
    const own = ['devices', 'assignment', 'supplies', 'locks', 'bans', 'links', 'settings', 'set', 'controls', 'lights']
    const drawn = ['wires', 'extras', 'cables', 'positions', 'boxPositions', 'built', 'accepted']
    expect(withToken.sort()).toEqual([...own, ...drawn].sort())
  })

  it('follow a new name, letter by letter', () => {
    const plan = naming()
    const before = textOf(plan)
    renameParts(plan, new Map([['zq9', 'new-7']]))
    const sorted = (text: string) => [...text].sort().join('')
    expect(sorted(textOf(plan))).toBe(sorted(before.replaceAll('zq9', 'new-7')))
    renameParts(plan, new Map([['new-7', 'zq9']]))
    expect(plan).toEqual(naming())
  })

  it('change places where two parts change names', () => {
    const plan = naming()
    const swap = new Map([
      ['zq9', 'camera'],
      ['camera', 'zq9'],
    ])
    renameParts(plan, swap)
    expect(plan.boxPositions).toEqual({ camera: { x: 3, y: 4 }, zq9: { x: 5, y: 6 } })
    renameParts(plan, swap)
    expect(plan).toEqual(naming())
  })

  it('are nowhere once it is gone, and all else stays', () => {
    const plan = naming()
    forgetParts(plan, ['zq9'])
    expect(textOf(plan)).not.toContain('zq9')
    expect(plan.wires).toEqual({ 'camera.video': { note: 'stays' }, 'extra.2': { gauge: 22 } })
    expect(plan.built).toEqual({ 'extra.2': true, 'camera.video': true })
    expect(plan.set).toEqual({ 'claim:PB1': '', 'brightness:LED': '50' })
    expect(plan.cables).toEqual({ 'gnss/main': 'made-up' })
    expect(plan.bans).toEqual({ 'gnss/fix': ['port:uart1'] })
    expect(Object.keys(plan.accepted)).toEqual(['PWR-02:rail:v5,device:camera'])
    expect(Object.keys(plan.controls.jobs)).toContain('j91')
    const { assignment, supplies } = allocated('spillway-hex')
    const { 'gnss/fix': _fix, ...others } = assignment
    expect(plan.assignment).toEqual(others)
    const { 'overlay/main': _overlay, ...fed } = supplies
    expect(plan.supplies).toEqual(fed)
  })

  it('go with a device and with a joint that is removed, and the plan can be read', () => {
    const plan = naming()
    const without = applyEdit(plan, { type: 'device.remove', device: 'zq9' })
    expect(textOf(without)).not.toContain('zq9')
    const bare = applyEdit(without, { type: 'joint.remove', joint: 'joint-1' })
    expect(textOf(bare)).not.toContain('joint-1')
    expect(bare.extras).toEqual({})
    expect(bare.wires['extra.2']).toBeUndefined()
    expect(() => analyse(readPlan(JSON.parse(JSON.stringify(bare))))).not.toThrow()
  })

  it('do not outlive it where one takes it away while another goes on with it', () => {
    const base = naming()
    const mine = applyEdit(base, { type: 'device.remove', device: 'zq9' })
    const theirs = {
      ...base,
      positions: { ...base.positions, zq9: { x: 50, y: 50 } },
      cables: { ...base.cables, 'zq9/other': 'made-up' as const },
    }
    for (const { document: plan } of [mergePlans(base, mine, theirs), mergePlans(base, theirs, mine)]) {
      if (plan.devices.some(({ id }) => id === 'zq9')) continue
      expect(textOf(plan)).not.toContain('zq9')
    }
    expect(mergePlans(base, mine, theirs).document.devices.some(({ id }) => id === 'zq9')).toBe(false)
  })
})
