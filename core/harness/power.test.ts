import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { allocated } from '../../tests/helpers/plans'
import { edited } from '../../tests/helpers/findings'
import { nodalVolts } from '../../tests/helpers/nodal'
import { randomPlan } from '../../tests/helpers/random-plan'
import { adopt, analyse } from '../engine'
import { batteryPlace, boardId, resolvePlan, type Edit, type Plan } from '../plan'
import { ampacity, gaugeFor } from '../electrics'
import {
  Circuit,
  cutLength,
  devicesAlive,
  onBattery,
  powerTree,
  routeLength,
  wireMass,
  WiredCraft,
  wiresOf,
  type CraftState,
} from './index'

function treeOf(plan: Plan) {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  return { resolved, wires, tree: powerTree(resolved, wires) }
}

/** Two parts fed through splices with long thin tails to the board, plus and minus. */
function spliced(plan: Plan, parts: [string, string][], rail: string): Plan {
  const { board } = resolvePlan(plan)
  const pad = (kind: string) => board.pads.find((each) => each.kind === kind && (kind === 'ground' || each.rail === rail))!.id
  return [['joint-1', 0, pad('supply')] as const, ['joint-2', 1, pad('ground')] as const].reduce(
    (made, [joint, terminal, to]) =>
      edited(
        made,
        { type: 'joint.add', joint, kind: 'splice', name: joint },
        ...parts.map((part): Edit => ({
          type: 'wire.set',
          wire: `${part[0]}.${terminal ? 'gnd' : part[1]}`,
          set: { end: `terminal:${joint}/c` },
        })),
        { type: 'wire.add', wire: `extra.${terminal + 1}`, from: `terminal:${joint}/c`, to: `pad:${to}` },
        { type: 'wire.set', wire: `extra.${terminal + 1}`, set: { length: 900, gauge: 28 } },
      ),
    plan,
  )
}

describe('powerTree', () => {
  it('gives parts behind splices the volts that a nodal solution gives them', () => {
    const { resolved, wires, tree } = treeOf(
      spliced(
        allocated('spillway-hex'),
        [
          ['gnss', 'vcc'],
          ['logger', 'vcc'],
        ],
        'v5',
      ),
    )
    expect(wires.filter(({ to }) => to.device?.startsWith('joint'))).toHaveLength(4)
    const nodal = nodalVolts(resolved, wires, 'max', 'peak')
    const direct = treeOf(allocated('spillway-hex')).tree
    for (const key of ['gnss/main', 'logger/main']) {
      const [leaf, before] = [tree, direct].map(({ leaves }) => leaves.find(({ supply }) => supply.key === key)!)
      expect(Math.abs(leaf!.full - nodal.get(key)!) / leaf!.full).toBeLessThan(0.001)
      expect(leaf!.full).toBeLessThan(before!.full - 0.005)
    }
    const tail = tree.flows.get('extra.1')!
    const both = tree.leaves.filter(({ supply }) => ['gnss/main', 'logger/main'].includes(supply.key))
    expect(tail.peak).toBeCloseTo(
      both.reduce((sum, { peak }) => sum + peak, 0),
      6,
    )
  })
  it.each(['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)(
    'gives each part the volts that a nodal solution of the whole craft gives it, hovering and at full throttle: %s',
    (name) => {
      const { resolved, wires, tree } = treeOf(allocated(name))
      for (const [battery, end] of [
        ['full', 'max'],
        ['empty', 'min'],
      ] as const) {
        const nodal = { typical: nodalVolts(resolved, wires, end, 'typical'), peak: nodalVolts(resolved, wires, end, 'peak') }
        const fed = tree.leaves.filter(({ supply }) => supply.fitted.id !== boardId)
        expect(fed.length).toBeGreaterThan(8)
        for (const { supply, calm, ...leaf } of fed) {
          const [atPeak, atRest] = [nodal.peak.get(supply.key)!, nodal.typical.get(supply.key)!]
          expect(Math.abs(leaf[battery] - atPeak) / atPeak, `${supply.key} at peak`).toBeLessThan(0.001)
          expect(Math.abs(calm[battery] - atRest) / atRest, `${supply.key} at rest`).toBeLessThan(0.001)
        }
      }
    },
  )

  it('adds up: what leaves a rail is what its devices and its regulators take', () => {
    fc.assert(
      fc.property(randomPlan(6), (plan) => {
        const { tree } = treeOf(adopt(plan, analyse(plan).proposal))
        for (const node of tree.nodes) {
          const rail = plan.definitions.boards.random!.rails[node.place.slice(5)]
          const below = tree.nodes
            .filter(({ parent, place }) => parent === node.place && parent.startsWith('rail:') && place.startsWith('rail:'))
            .reduce(
              (sum, other) =>
                sum + (other.kind === 'switching' ? (other.full * other.peak) / (other.efficiency * node.empty) : other.peak),
              0,
            )
          const leaves = node.leaves.reduce((sum, leaf) => sum + leaf.peak, 0)
          if (node.empty === 0) continue
          expect(node.peak).toBeCloseTo((rail?.own ?? 0) + leaves + below, 6)
          expect(node.typical).toBeLessThanOrEqual(node.peak + 1e-9)
        }
      }),
      { seed: seedOf(77), numRuns: 60 },
    )
  })

  it('reckons heat, alive states and the bench supply', () => {
    const { tree } = treeOf(allocated('culvert-scout'))
    const v5 = tree.nodes.find(({ place }) => place === 'rail:v5')!
    // Less what the wire from the battery loses.
    expect(v5.heat!.typical).toBeLessThan((16.8 - 5) * v5.typical)
    expect(v5.heat!.typical).toBeGreaterThan((16.7 - 5) * v5.typical)
    expect(devicesAlive(tree, 'usb').dead).toContain('esc')
    expect(devicesAlive(tree, 'both').dead).toEqual([])
    const battery = tree.nodes.find(({ place }) => place === batteryPlace)!
    expect(onBattery(tree)).toEqual({ typical: battery.typical, peak: battery.peak })
    expect(onBattery(tree).peak).toBeGreaterThan(onBattery(tree).typical)
  })

  it('passes the current of what a BEC feeds on to the battery', () => {
    const { tree } = treeOf(allocated('fellside-mapper'))
    const servo = tree.nodes.find(({ label }) => label.startsWith('Servo BEC'))!
    const feed = tree.leaves.find(({ supply }) => supply.fitted.id === 'servo-bec')!
    expect(servo.leaves.length).toBeGreaterThanOrEqual(0)
    expect(feed.peak).toBeGreaterThanOrEqual((servo.full * servo.peak) / (servo.efficiency * 16.8))
  })
})

describe('wires', () => {
  it('carry their current: the gauge proposed is the thinnest that does', () => {
    fc.assert(
      fc.property(fc.double({ min: 0.01, max: 40, noNaN: true }), (amps) => {
        const gauge = gaugeFor({ typical: amps, peak: amps }, false)
        expect(ampacity(gauge)).toBeGreaterThanOrEqual(amps)
        if (gauge < 28) expect(ampacity(gauge + 2)).toBeLessThan(amps)
      }),
      { seed: seedOf(5), numRuns: 200 },
    )
  })
  it('are cut longer than their way, in steps of 5 mm', () => {
    const { resolved, wires } = treeOf(allocated('spillway-hex'))
    for (const wire of wires) {
      const route = routeLength(resolved, wire.from, wire.to)
      expect(wire.length).toBe(cutLength(route))
      expect(wire.length).toBeGreaterThanOrEqual(route + 30)
      expect(wire.length % 5).toBe(0)
    }
    expect(wireMass({ length: 1000, gauge: 28 })).toBeCloseTo(1.09, 2)
  })
  it('get longer when a device moves out', () => {
    const length = (plan: Plan) => treeOf(plan).wires.find(({ id }) => id === 'gnss.tx')!.length
    const near = allocated('spillway-hex', { type: 'spot.set', part: 'gnss', spot: { x: 0, y: 30 } })
    const far = allocated('spillway-hex', { type: 'spot.set', part: 'gnss', spot: { x: 0, y: 230 } })
    expect(length(far) - length(near)).toBe(210)
  })
})

describe('a craft in a state', () => {
  const hex = allocated('spillway-hex')
  const resolved = resolvePlan(hex)
  const craft = new WiredCraft(new Circuit(resolved, wiresOf(resolved)))
  const across = (state: CraftState, key: string) => {
    const { at } = craft.in(state)
    const { plus, minus } = craft.inputs.get(key)!
    return at(plus) - at(minus)
  }
  const { min, max } = resolved.battery

  it('has on a full and an empty battery the volts of its power tree', () => {
    const tree = powerTree(resolved, wiresOf(resolved))
    for (const { supply, full, empty, calm } of tree.leaves) {
      expect(across({ usb: false, pack: max, load: 'peak' }, supply.key), supply.key).toBeCloseTo(full, 9)
      expect(across({ usb: true, pack: min, load: 'peak' }, supply.key), supply.key).toBeCloseTo(empty, 9)
      expect(across({ usb: true, pack: min, load: 'typical' }, supply.key), supply.key).toBeCloseTo(calm.empty, 9)
    }
  })

  it('has on USB alone the volts of the plug, where it lives from that, and nothing else', () => {
    const state: CraftState = { usb: true, load: 'typical' }
    const solved = craft.in(state)
    expect(across(state, 'receiver/main')).toBeGreaterThan(4.9)
    expect(across(state, 'camera/main')).toBeCloseTo(0, 6)
    expect(solved.currents.outOf(batteryPlace)).toBe(0)
    expect(solved.livesFrom('rail:v5')).toBe('usb')
    expect(solved.livesFrom('rail:v33')).toBe('rail:v5')
    expect(solved.livesFrom('rail:v10')).toBeUndefined()
    const onV5 = powerTree(resolved, wiresOf(resolved)).nodes.find(({ kind }) => kind === 'usb')!
    expect(craft.outOfUsb(solved, solved.livesFrom)).toBeCloseTo(onV5.typical, 9)
  })

  it('is dead with nothing plugged in, and where a rail is switched off', () => {
    const nothing: CraftState = { usb: false, load: 'peak' }
    for (const { key } of resolved.supplies) expect(across(nothing, key), key).toBe(0)
    const off: CraftState = { usb: true, pack: max, load: 'peak', off: new Set(['rail:v10'] as const) }
    // What is left between its ends is lost by the others in grounds they share.
    expect(Math.abs(across(off, 'transmitter/main'))).toBeLessThan(0.1)
    expect(across(off, 'receiver/main')).toBeGreaterThan(4.9)
    const draws = (state: CraftState) => craft.in(state).currents.outOf(batteryPlace)
    expect(draws(off)).toBeLessThan(draws({ ...off, off: undefined }))
  })

  it('stands at any volts, as on a bench supply', () => {
    for (const volts of [20, 22.2, 24]) {
      const got = across({ usb: false, pack: volts, load: 'typical', throttle: 0 }, 'esc/main')
      expect(got).toBeLessThan(volts)
      expect(got).toBeGreaterThan(volts - 0.1)
    }
    expect(across({ usb: false, pack: 8, load: 'typical', throttle: 0 }, 'camera/main')).toBeCloseTo(7, 1)
  })

  it('draws for its motors by the cube of the throttle, up to what they take at full', () => {
    const draws = (throttle?: number, load: CraftState['load'] = 'peak') =>
      craft.in({ usb: false, pack: max, load, throttle }).currents.outOf(batteryPlace)
    const { full, count } = resolved.motors
    expect(draws(1)).toBeCloseTo(draws(), 6)
    expect(draws(1) - draws(0)).toBeCloseTo(count * full, 1)
    expect(draws(0.5) - draws(0)).toBeCloseTo((count * full) / 8, 1)
  })
})
