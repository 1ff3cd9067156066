import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { adopt, analyse } from '../engine'
import { resolvePlan, type Plan } from '../plan'
import { wireResistancePerMetre } from '../units'
import { ampacity, cutLength, devicesAlive, gaugeFor, onBench, powerTree, routeLength, wireMass, wiresOf } from './index'

function treeOf(plan: Plan) {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  return { resolved, wires, tree: powerTree(resolved, wires) }
}

/** Solves A·x = b by elimination with pivoting. */
function solve(matrix: number[][], right: number[]): number[] {
  const rows = matrix.map((row, at) => [...row, right[at]!])
  for (let column = 0; column < rows.length; column += 1) {
    const pivot = rows
      .slice(column)
      .reduce(
        (best, _, at) => (Math.abs(rows[column + at]![column]!) > Math.abs(rows[best]![column]!) ? column + at : best),
        column,
      )
    ;[rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!]
    for (let row = 0; row < rows.length; row += 1) {
      if (row === column) continue
      const factor = rows[row]![column]! / rows[column]![column]!
      for (let at = column; at <= rows.length; at += 1) rows[row]![at]! -= factor * rows[column]![at]!
    }
  }
  return rows.map((row, at) => row[rows.length]! / row[at]!)
}

/**
 * Volts across each supply input by nodal analysis: each wire end is a node, pads
 * are held at the voltage of their rail, loads are current sources. Independent of
 * the tree: it knows nothing of paths.
 */
function nodalVolts({ resolved, tree }: ReturnType<typeof treeOf>, battery: 'full' | 'empty'): Map<string, number> {
  const index = new Map<string, number>()
  const node = (name: string) => {
    if (!index.has(name)) index.set(name, index.size)
    return index.get(name)!
  }
  const used = tree.leaves.flatMap((leaf) => leaf.wires)
  const end = (candidate: { device?: string; point: string }) => node(`${candidate.device ?? 'pad'}.${candidate.point}`)
  used.forEach((wire) => [wire.from, wire.to].map(end))
  const held = new Map<number, number>()
  for (const wire of used) {
    if (wire.to.device) continue
    const pad = resolved.pad(wire.to.point)!
    const rail = tree.nodes.find(({ place }) => place === `rail:${pad.rail}`)
    held.set(end(wire.to), pad.kind === 'ground' ? 0 : rail![battery])
  }
  const matrix = Array.from({ length: index.size }, () => new Array<number>(index.size).fill(0))
  const right = new Array<number>(index.size).fill(0)
  for (const wire of used) {
    const conductance = 1 / ((wire.length / 1000) * wireResistancePerMetre(wire.gauge))
    const [a, b] = [end(wire.from), end(wire.to)]
    matrix[a]![a]! += conductance
    matrix[b]![b]! += conductance
    matrix[a]![b]! -= conductance
    matrix[b]![a]! -= conductance
  }
  for (const { supply } of tree.leaves) {
    const [plus, minus] = [`${supply.fitted.id}.${supply.supply.terminal}`, `${supply.fitted.id}.${supply.supply.ground}`]
    if (index.has(plus)) right[index.get(plus)!]! -= supply.supply.peak
    if (index.has(minus)) right[index.get(minus)!]! += supply.supply.peak
  }
  for (const [at, volts] of held) {
    matrix[at] = matrix[at]!.map((_, column) => (column === at ? 1 : 0))
    right[at] = volts
  }
  const volts = solve(matrix, right)
  return new Map(
    tree.leaves
      .filter(({ supply }) => supply.supply.ground && index.has(`${supply.fitted.id}.${supply.supply.ground}`))
      .map(({ supply }) => [
        supply.key,
        volts[index.get(`${supply.fitted.id}.${supply.supply.terminal}`)!]! -
          volts[index.get(`${supply.fitted.id}.${supply.supply.ground}`)!]!,
      ]),
  )
}

/** Builds fed from the board alone, so that the network is one of resistors. */
const resistive = ['spillway-hex', 'culvert-scout'] as const

describe('powerTree', () => {
  it.each(resistive)('loses in wires what a nodal solution of the network loses: %s', (name) => {
    const one = treeOf(allocated(name))
    for (const battery of ['full', 'empty'] as const) {
      const nodal = nodalVolts(one, battery)
      expect(nodal.size).toBeGreaterThan(5)
      for (const leaf of one.tree.leaves) {
        const exact = nodal.get(leaf.supply.key)
        if (exact === undefined) continue
        expect(Math.abs(leaf[battery] - exact) / exact, leaf.supply.key).toBeLessThan(0.001)
      }
    }
  })

  it('adds up: what leaves a rail is what its devices and its regulators take', () => {
    fc.assert(
      fc.property(randomPlan(6), (plan) => {
        const { tree } = treeOf(adopt(plan, analyse(plan).proposal))
        for (const node of tree.nodes) {
          const rail = plan.definitions.boards.random!.rails[node.place.slice(5)]
          const below = tree.nodes
            .filter((other) => other.parent === node.place && other.place.startsWith('rail:'))
            .reduce(
              (sum, other) =>
                sum + (other.kind === 'switching' ? (other.full * other.peak) / (other.efficiency * node.empty) : other.peak),
              0,
            )
          const leaves = node.leaves.reduce((sum, leaf) => sum + leaf.peak, 0)
          expect(node.peak).toBeCloseTo((rail?.own ?? 0) + leaves + below, 6)
          expect(node.typical).toBeLessThanOrEqual(node.peak + 1e-9)
        }
      }),
      { seed: 77, numRuns: 60 },
    )
  })

  it('reckons heat, alive states and the bench supply', () => {
    const { tree } = treeOf(allocated('culvert-scout'))
    const v5 = tree.nodes.find(({ place }) => place === 'rail:v5')!
    expect(v5.heat!.typical).toBeCloseTo((16.8 - 5) * v5.typical, 6)
    expect(devicesAlive(tree, 'usb').dead).toContain('esc')
    expect(devicesAlive(tree, 'both').dead).toEqual([])
    const battery = tree.nodes.find(({ place }) => place === 'rail:bat')!
    expect(onBench(tree)).toEqual({ typical: battery.typical, peak: battery.peak })
    expect(onBench(tree).peak).toBeGreaterThan(onBench(tree).typical)
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
        const gauge = gaugeFor(amps)
        expect(ampacity(gauge)).toBeGreaterThanOrEqual(amps)
        if (gauge < 28) expect(ampacity(gauge + 2)).toBeLessThan(amps)
      }),
      { seed: 5, numRuns: 200 },
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
