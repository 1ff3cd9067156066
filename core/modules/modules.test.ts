import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan, splitKey, type Plan } from '../plan'
import { readPlan } from '../schema'
import { clashesOf, placedNeeds, type PlacedNeed } from '../suitability'
import { parseModule, putModule, readModule, takeModule } from '.'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const plans = names.map((name) => allocated(name))
const without = (plan: Plan, devices: string[]) =>
  devices.reduce((left, device) => applyEdit(left, { type: 'device.remove', device }), plan)
/** What of a map hangs on some devices. */
const ofDevices = (map: Record<string, unknown>, devices: string[]) =>
  Object.fromEntries(Object.entries(map).filter(([key]) => devices.includes(splitKey(key)[0])))

const chosen = fc.integer({ min: 0, max: plans.length - 1 }).chain((at) =>
  fc.record({
    plan: fc.constant(plans[at]!),
    devices: fc.subarray(
      plans[at]!.devices.map(({ id }) => id),
      { minLength: 1 },
    ),
  }),
)

describe('a module', () => {
  it('taken out and put back in leaves its places, links, settings and wires as they were', () => {
    fc.assert(
      fc.property(chosen, ({ plan, devices }) => {
        const module = readModule(JSON.parse(JSON.stringify(takeModule(plan, devices, 'Some'))))
        const { edit, outcomes } = putModule(without(plan, devices), module)
        const back = applyEdit(without(plan, devices), edit)
        expect(ofDevices(back.assignment, devices)).toEqual(
          Object.fromEntries(
            Object.entries(ofDevices(plan.assignment, devices)).filter(([, placement]) => {
              // What hung on a part that stayed behind, or was left by one that came, is found anew.
              const { place } = placement as { place: string }
              return !place.startsWith('device:') || devices.includes(splitKey(place.slice('device:'.length))[0])
            }),
          ),
        )
        for (const section of ['links', 'settings'] as const)
          expect(ofDevices(back[section], devices)).toEqual(ofDevices(plan[section], devices))
        expect(ofDevices(back.controls.outputs, devices)).toEqual(ofDevices(plan.controls.outputs, devices))
        expect(ofDevices(back.lights.strips, devices)).toEqual(ofDevices(plan.lights.strips, devices))
        const segmentsOf = ({ lights }: Plan) => new Set(Object.values(lights.segments).map((segment) => JSON.stringify(segment)))
        expect(segmentsOf(back)).toEqual(segmentsOf(plan))
        expect(back.devices.map(({ id }) => id).sort()).toEqual(plan.devices.map(({ id }) => id).sort())
        expect(outcomes.filter(({ comes }) => comes !== 'kept')).toEqual([])
      }),
      { seed: seedOf(13), numRuns: 60 },
    )
  })

  it('put into any build gives a plan that can be read, with nothing on top of what is there', () => {
    fc.assert(
      fc.property(chosen, fc.constantFrom(...plans), ({ plan, devices }, other) => {
        const { edit, outcomes, devices: added } = putModule(other, takeModule(plan, devices, 'Some'))
        const after = applyEdit(other, edit)
        readPlan(JSON.parse(JSON.stringify(after)))
        expect(after.devices).toHaveLength(other.devices.length + devices.length)
        expect(new Set(after.devices.map(({ id }) => id)).size).toBe(after.devices.length)
        // All that was there stays as it was.
        for (const [key, placement] of Object.entries(other.assignment)) expect(after.assignment[key]).toEqual(placement)
        expect(outcomes.length).toBeGreaterThanOrEqual(added.length)
        // What comes takes nothing that somebody has, in any way in which two cannot have it.
        const isNew = ({ need }: PlacedNeed) => added.includes(need.fitted.id)
        const clashes = clashesOf(placedNeeds(resolvePlan(after)))
        expect(clashes.filter(({ one, other: another }) => isNew(one) !== isNew(another))).toEqual([])
      }),
      { seed: seedOf(14), numRuns: 60 },
    )
  })

  it('keeps wires, joints and positions of its own, and drops what ends elsewhere', () => {
    const made = [
      { type: 'joint.add', joint: 'joint-1', kind: 'splice', name: 'Splice 1' },
      { type: 'wire.add', wire: 'extra.1', from: 'terminal:joint-1/c', to: 'terminal:gnss/vcc' },
      { type: 'wire.add', wire: 'extra.2', from: 'terminal:joint-1/c', to: 'terminal:overlay/vcc' },
      { type: 'wire.add', wire: 'extra.3', from: 'terminal:joint-1/c', to: 'terminal:adapter/vcc' },
      { type: 'spot.set', part: 'gnss', spot: { x: 12, y: 30 } },
      { type: 'wire.set', wire: 'gnss.rx', set: { colour: 'BU', length: 210 } },
      { type: 'setting.set', device: 'gnss', setting: 'solutions', value: 7 },
    ] as const
    const plan = made.reduce((before: Plan, edit) => applyEdit(before, edit), plans[0]!)
    const module = takeModule(plan, ['gnss', 'overlay'], 'Mast')
    expect(Object.keys(module.plan.extras)).toEqual(['extra.1', 'extra.2'])
    const { edit } = putModule(plan, module)
    const after = applyEdit(plan, edit)
    expect(after.joints['joint-1-2']).toEqual({ kind: 'splice', name: 'Splice 1' })
    expect(Object.values(after.extras)).toContainEqual({ from: 'terminal:joint-1-2/c', to: 'terminal:gnss-2/vcc' })
    expect(after.devices.find(({ id }) => id === 'gnss-2')!.name).toBe('GNSS and compass 2')
    expect(after.positions['gnss-2']).toEqual({ x: 12, y: 30 })
    expect(after.wires['gnss-2.rx']).toEqual({ colour: 'BU', length: 210 })
    expect(after.settings['gnss-2']).toEqual({ solutions: 7 })
    expect(after.built).toEqual(plan.built)
  })

  it('says what its places become: taken here, or of another board', () => {
    const [hex, scout] = plans as [Plan, Plan]
    const module = takeModule(hex, ['gnss'], 'GNSS')
    const told = (into: Plan) => putModule(into, module).outcomes.map(({ what, comes, why }) => `${what} ${comes}: ${why}`)
    expect(told(hex).join('\n')).toMatch(
      /GNSS and compass: Position changed: Port 2 is taken by GNSS and compass: its place is found anew/,
    )
    expect(told(scout).join('\n')).toMatch(/Position changed: was at Port 2 of another board or revision/)
    expect(told(without(hex, ['gnss'])).join('\n')).toMatch(/Position kept: at Port 2/)
  })

  it('says that the build has another version of its part, and takes that', () => {
    const module = takeModule(plans[0]!, ['gnss'], 'GNSS')
    const definition = plans[0]!.devices.find(({ id }) => id === 'gnss')!.definition
    const other = structuredClone(plans[0]!)
    other.definitions.devices[definition]!.mass += 1
    const { outcomes, edit } = putModule(other, module)
    expect(outcomes[0]).toMatchObject({ comes: 'changed', why: expect.stringContaining('another version') as string })
    expect(applyEdit(other, edit).definitions.devices[definition]!.mass).toBe(other.definitions.devices[definition]!.mass)
  })

  it.each([
    ['{"format":"x"}', 'format: this is not a module'],
    ['{"format":"ypodoma-module","schema":2}', 'schema: this program reads schema 1'],
    ['{"format":"ypodoma-module","schema":1,"name":" "}', 'name: has nothing that can be seen'],
    ['{"format":"ypodoma-module","schema":1,"name":"x","plan":{}}', 'plan.format: this is not a plan'],
    ['[', 'line 1, column 2: not JSON'],
  ])('refuses %s with the place', (text, message) => {
    expect(() => parseModule(text)).toThrow(message)
  })

  it('holds a device at least', () => {
    expect(() => takeModule(plans[0]!, ['nobody'], 'x')).toThrow('one device at least')
    const empty = { ...takeModule(plans[0]!, ['gnss'], 'x') }
    expect(() => readModule({ ...empty, plan: without(empty.plan, ['gnss']) })).toThrow('one device at least')
  })
})
