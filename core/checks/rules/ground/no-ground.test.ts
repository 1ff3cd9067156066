import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { add, allocated, library } from '../../../../tests/helpers/plans'
import { tiny } from '../../../../tests/helpers/tiny'
import { adopt, analyse } from '../../../engine'
import { wiresOf } from '../../../harness'
import { batteryId, batteryPlace, newPlan, resolvePlan, type Edit } from '../../../plan'

const camera = tiny({ devices: { camera: {} } })

describe('GND-01', () => {
  it('is silent when the ground is there, and about a device of which no wire is fitted', () => {
    expect(findingsOf(camera, 'GND-01')).toEqual([])
    expect(
      findingsOf({ ...camera, wires: { 'camera.vcc': { omitted: true }, 'camera.gnd': { omitted: true } } }, 'GND-01'),
    ).toEqual([])
  })
  it('stops at a ground wire left off, and fits it', () => {
    const plan = edited(camera, { type: 'wire.set', wire: 'camera.gnd', set: { omitted: true } })
    const [found] = findingsOf(plan, 'GND-01')
    expect(found).toMatchObject({
      severity: 'stop',
      subjects: ['device:camera', 'wire:camera.gnd'],
      fact: 'Camera has no way to ground, though 1 of its other wires is fitted',
    })
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('is silent where a part with current of its own feeds another: its ground leads to the board’s', () => {
    const definition = library.devices['gauge-u']!
    const device = { id: 'bench', definition: 'gauge-u', variant: Object.keys(definition.variants)[0]!, name: 'Bench' } as const
    const add: Edit = { type: 'device.add', definition, protocols: [], device: { ...device, priority: 1, leftOut: [] } }
    const with5V = edited(allocated('spillway-hex'), add)
    const groundOf = (plan: typeof with5V) => wiresOf(resolvePlan(plan)).find(({ id }) => id === 'bench.gnd')
    expect(groundOf(with5V)).toBeUndefined()
    const fed = edited(with5V, { type: 'supply.choose', supply: 'ring/main', source: 'output:bench/v5' })
    expect(groundOf(fed)?.to.device).toBeUndefined()
    expect(groundOf(fed)).toMatchObject({ kind: 'ground' })
    expect(findingsOf(fed, 'GND-01')).toEqual([])
    const without = edited(fed, { type: 'wire.set', wire: 'bench.gnd', set: { omitted: true } })
    expect(findingsOf(without, 'GND-01').map(({ severity }) => severity)).toContain('stop')
  })
  it('tells of board and battery where wires lead from one to the other without their grounds', () => {
    const lamp = { supply: { min: 5, max: 30 } }
    const fed = { 'lamp/main': batteryPlace, 'board/bat': null }
    const apart = tiny({ devices: { lamp }, feeds: fed })
    expect(wiresOf(resolvePlan(apart)).some(({ to }) => to.device === batteryId)).toBe(true)
    expect(findingsOf(apart, 'GND-01')).toEqual([])
    const switched = { ...lamp, needs: { on: { kind: 'switch' } } as const }
    const joined = tiny({
      devices: { lamp: switched },
      feeds: fed,
      pads: { S1: [{ as: 'switch' }] },
      at: { 'lamp/on': 'pad:S1' },
    })
    expect(findingsOf(joined, 'GND-01')).toMatchObject([
      { severity: 'stop', fact: expect.stringContaining('battery’s') as string },
    ])
  })
  it('names the ground of a regulator that was led elsewhere, where the board had its way to the battery by it', () => {
    const empty = newPlan('bec', library.boards['ravel-pulse']!)
    const parts = edited(empty, add('rill-53', 'bec'), add('linnet-5', 'camera'))
    const plan = adopt(parts, analyse(parts).proposal)
    const ground = wiresOf(resolvePlan(plan)).find(({ id }) => id === 'camera.gnd')!
    const wrong = edited(plan, { type: 'wire.set', wire: 'bec.gnd', set: { end: `pad:${ground.to.point}` } })
    expect(findingsOf(plan, 'GND-01')).toEqual([])
    const [found] = findingsOf(wrong, 'GND-01')
    expect(found).toMatchObject({ severity: 'stop', subjects: ['wire:bec.gnd'] })
    expect(settledBy(wrong, found!)).toBe(true)
  })
})
