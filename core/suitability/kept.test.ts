import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { allocated, demo } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { takesPlace, type DeviceDefinition } from '../catalogue'
import { applyEdit, resolvePlan, type Plan, type ResolvedPlan } from '../plan'
import { offersFor, offersForSupply } from './index'

/** All that is offered in a plan, worked out on objects of its own, so that nothing is kept from before. */
const anew = (plan: Plan) => offersOf(resolvePlan(structuredClone(plan)))

function offersOf(resolved: ResolvedPlan) {
  return [
    ...resolved.needs.filter(({ need }) => takesPlace(need)).map((need) => [need.key, offersFor(resolved, need)]),
    ...resolved.supplies.map((supply) => [supply.key, offersForSupply(resolved, supply)]),
  ]
}

/** A plan of which nothing may be read that offers are said not to depend on. */
function hidden(resolved: ResolvedPlan): ResolvedPlan {
  const readable = new Set<string | symbol>(['definitions', 'board', 'battery', 'devices', 'features'])
  const plan = new Proxy(resolved.plan, {
    get(target, key) {
      if (!readable.has(key)) throw new Error(`offers read ${String(key)} of the plan`)
      return Reflect.get(target, key) as unknown
    },
  })
  return { ...resolved, plan }
}

describe('offers', () => {
  it('follow what other parts are: a converter with other rates, a link that opens the configuration no more', () => {
    const changes: [name: 'fellside-mapper' | 'culvert-scout', device: string, change: (text: string) => string][] = [
      ['fellside-mapper', 'rota-10', (text) => text.replace('"values":[50,100,333]', '"values":[200,333]')],
      ['fellside-mapper', 'rota-10', (text) => text.replaceAll('"high":3.3', '"high":12')],
      ['culvert-scout', 'tether-b', (text) => text.replace('"configures":true', '"configures":false')],
    ]
    for (const [name, device, change] of changes) {
      const plan = allocated(name)
      offersOf(resolvePlan(plan))
      const definition = JSON.parse(change(JSON.stringify(plan.definitions.devices[device]))) as DeviceDefinition
      expect(definition).not.toEqual(plan.definitions.devices[device])
      const updated = applyEdit(plan, { type: 'definition.update', definition })
      expect(offersOf(resolvePlan(updated)), `${name}, ${device}`).toEqual(anew(updated))
    }
  })
  it('are what they would be if none had been kept, through edits of every kind', () => {
    fc.assert(
      fc.property(randomPlan(4), fc.integer({ min: 1, max: 6 }), fc.boolean(), (plan, cells, without) => {
        const [first] = plan.devices
        const edited: Plan[] = [
          plan,
          { ...plan, locks: { [`${first!.id}/fix`]: 'port:p0' }, bans: {}, assignment: {}, note: 'x' },
          { ...plan, battery: { ...plan.battery, cells } },
          without ? { ...plan, devices: plan.devices.slice(1) } : plan,
          { ...plan, devices: plan.devices.map((device) => ({ ...device, name: `${device.name}!` })) },
          plan,
        ]
        for (const step of edited) expect(offersOf(resolvePlan(step))).toEqual(anew(step))
      }),
      { seed: seedOf(91), numRuns: amount(40) },
    )
    for (let seed = 1; seed <= 6; seed += 1) {
      const plan = drawnPlan(seed, 12)
      const fewer = { ...plan, devices: plan.devices.slice(3) }
      for (const step of [plan, fewer, plan]) expect(offersOf(resolvePlan(step))).toEqual(anew(step))
    }
  })

  it('follow the source of a device that passes power on', () => {
    const plan = allocated('spillway-hex')
    const moved = applyEdit(plan, { type: 'battery.set', battery: { ...plan.battery, cells: 6 } })
    const features = { ...plan, features: Object.fromEntries(Object.keys(plan.definitions.protocols).map((id) => [id, false])) }
    for (const step of [plan, moved, features, plan]) expect(offersOf(resolvePlan(step))).toEqual(anew(step))
  })

  it('follow the minutes in the air where a record may fill the flash', () => {
    for (const plan of [allocated('spillway-hex'), allocated('culvert-scout'), ...[7, 12].map((seed) => drawnPlan(seed, 12))]) {
      for (const capacity of [500, 4000, 12_000, 60_000]) {
        const flown = applyEdit(plan, { type: 'battery.set', battery: { ...plan.battery, capacity } })
        expect(offersOf(resolvePlan(flown)), `${capacity}`).toEqual(anew(flown))
      }
    }
  })

  it('read nothing of locks, bans, assignment, links or wires', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const plan = structuredClone(demo(name))
      const resolved = hidden(resolvePlan(plan))
      for (const need of resolved.needs.filter((fitted) => takesPlace(fitted.need))) {
        expect(offersFor(resolved, need).length, need.key).toBeGreaterThan(0)
      }
    }
  })
})
