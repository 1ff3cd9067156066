import { describe, expect, it } from 'vitest'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { wireDiameter } from '../units'
import {
  bundleWidth,
  Circuit,
  frameBoxes,
  frameParts,
  heightOf,
  outlineOf,
  overlap,
  pairField,
  powerTree,
  routeLength,
  runsOf,
  wiresOf,
  type FrameSide,
} from './index'
import { crosses } from './frame-view'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const sides: FrameSide[] = ['top', 'right']

function flowsOf(plan: Plan) {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  return runsOf(resolved, wires, powerTree(resolved, wires, new Circuit(resolved, wires)).flows)
}

describe('frameParts', () => {
  it.each(names.flatMap((name) => sides.map((side) => [name, side] as const)))(
    'sets the names of %s, seen from the %s, so that none covers a part or another name, however large they are',
    (name, side) => {
      const resolved = resolvePlan(allocated(name))
      for (const size of [0.006, 0.02, 0.05]) {
        const text = { height: 2 * size * resolved.plan.craft.size, letter: size * resolved.plan.craft.size }
        const parts = frameParts(resolved, side, text)
        const labels = parts.map((part) => ({ ...part.label, width: part.name.length * text.letter, height: text.height, part }))
        for (const [at, label] of labels.entries()) {
          for (const other of labels.slice(at + 1))
            expect(overlap(label, other), `${label.part.name}, ${other.part.name}`).toBe(false)
          for (const part of parts) {
            if (part !== label.part) expect(overlap(label, part), `${label.part.name} on ${part.name}`).toBe(false)
          }
        }
      }
    },
  )
  it.each(names)(
    'sets the names of %s, seen from above, off all lines, with a line to the part where they stand away',
    (name) => {
      const resolved = resolvePlan(allocated(name))
      const { craft } = resolved.plan
      const down = (line: { x: number; y: number }[]) => line.map(({ x, y }) => ({ x, y: -y }))
      const lines = [...outlineOf(craft).map(down), ...flowsOf(resolved.plan).map(({ path }) => down(path))]
      const text = { height: 0.02 * craft.size, letter: 0.01 * craft.size }
      for (const { name: word, label, x, y, width, height } of frameParts(resolved, 'top', text, lines)) {
        const box = { ...label, width: word.length * text.letter, height: text.height }
        const isInside = label.x === x && label.y === y
        if (!isInside)
          expect(
            lines.filter((line) => crosses(line, box)),
            word,
          ).toEqual([])
        if (!label.leader) continue
        const [from, to] = label.leader
        expect(Math.abs(from.x - x) * 2 <= width + 1e-6 && Math.abs(from.y - y) * 2 <= height + 1e-6, word).toBe(true)
        expect(
          overlap({ ...to, width: 1e-6, height: 1e-6 }, { ...box, width: box.width + 1, height: box.height + 1 }),
          word,
        ).toBe(true)
      }
    },
  )
  it('a line crosses a rectangle that it only passes through', () => {
    const box = { x: 0, y: 0, width: 2, height: 2 }
    const line = (...points: [number, number][]) => points.map(([x, y]) => ({ x, y }))
    expect(crosses(line([-5, 0], [5, 0]), box)).toBe(true)
    expect(crosses(line([-5, -5], [5, 5]), box)).toBe(true)
    expect(crosses(line([-5, 2], [5, 2]), box)).toBe(false)
    expect(crosses(line([-5, 0], [-2, 0], [-2, 5]), box)).toBe(false)
    expect(crosses(line([0, 0], [0, 0.5]), box)).toBe(true)
    expect(crosses(line([3, 0]), box)).toBe(false)
  })
  it('draws parts at their true sizes, turned as they are', () => {
    const plan = allocated('spillway-hex')
    const size = (turned: Plan) => {
      const { width, height } = frameBoxes(resolvePlan(turned), 'top').find(({ id }) => id === 'transmitter')!
      return [width, height]
    }
    const [width, height] = size(plan)
    const turned = applyEdit(plan, { type: 'spot.set', part: 'transmitter', spot: { x: 0, y: 0, turn: 90 } })
    expect(size(turned)).toEqual([height, width])
  })
})

describe('heights', () => {
  it('lengthen the wires that climb, and are kept where they were set', () => {
    const plan = allocated('spillway-hex')
    const route = (changed: Plan) => {
      const resolved = resolvePlan(changed)
      const wire = wiresOf(resolved).find(({ id }) => id === 'gnss.tx')!
      return routeLength(resolved, wire.from, wire.to)
    }
    const { x, y } = { x: 10, y: 20 }
    const at = (z: number) => applyEdit(plan, { type: 'spot.set', part: 'gnss', spot: { x, y, z } })
    expect(heightOf(resolvePlan(at(33)), 'gnss')).toBe(33)
    expect(route(at(90)) - route(at(30))).toBeCloseTo(60, 9)
  })
})

describe('runsOf', () => {
  it('bundles all fitted wires, each once, at least as thick as the thickest and as long as the longest', () => {
    for (const name of names) {
      const resolved = resolvePlan(allocated(name))
      const runs = flowsOf(resolved.plan)
      const ids = runs.flatMap(({ wires }) => wires.map(({ id }) => id))
      expect([...ids].sort()).toEqual(
        wiresOf(resolved)
          .filter(({ omitted }) => !omitted)
          .map(({ id }) => id)
          .sort(),
      )
      for (const run of runs) {
        expect(run.width).toBeGreaterThanOrEqual(Math.max(...run.wires.map(({ gauge }) => 2 * wireDiameter(gauge))) - 1e-9)
        for (const { length } of run.wires) expect(length).toBeLessThanOrEqual(run.length)
        expect(run.peak).toBeGreaterThanOrEqual(run.typical - 1e-9)
      }
    }
  })
  it('knows the sums: two equal wires fill a circle of √(2/0.75) of their diameter; 20 A in a 3.6 mm pair make 16 µT at 30 mm', () => {
    expect(bundleWidth([{ gauge: 20 }, { gauge: 20 }]) / bundleWidth([{ gauge: 20 }])).toBeCloseTo(Math.sqrt(2 / 0.75), 9)
    expect(pairField(20, 3.6, 30)).toBeCloseTo(16, 6)
    expect(pairField(20, 3.6, 300)).toBeCloseTo(0.16, 6)
  })
  it('says where main current comes near a compass, and is silent when that is taken away', () => {
    const plan = allocated('spillway-hex')
    const near = applyEdit(plan, { type: 'spot.set', part: 'gnss', spot: { x: 0, y: -120, z: 0 } })
    const told = (changed: Plan) => flowsOf(changed).flatMap(({ fields }) => fields.map(({ part }) => part))
    expect(told(near)).toContain('gnss')
    const far = applyEdit(plan, { type: 'spot.set', part: 'gnss', spot: { x: 0, y: 330, z: 150 } })
    expect(told(far)).toEqual([])
  })
})
