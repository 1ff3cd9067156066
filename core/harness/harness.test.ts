import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { adopt, analyse } from '../engine'
import { resolvePlan, type Plan } from '../plan'
import { drawHarness, wiresOf, type HarnessDrawing } from './index'

const names = ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const
const laidOut = (plan: Plan) => adopt(plan, analyse(plan).proposal)

function checkWires(plan: Plan) {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  expect(new Set(wires.map(({ id }) => id)).size).toBe(wires.length)
  for (const wire of wires) {
    const terminal = resolved.device(wire.from.device!)!.device.terminals.find(({ id }) => id === wire.from.point)!
    const pad = wire.to.device ? undefined : resolved.pad(wire.to.point)
    if (wire.kind === 'ground') expect(wire.to.device ? 'ground' : pad!.kind).toBe('ground')
    if (wire.kind === 'supply' && pad) expect(`rail:${pad.rail}`).toBe(wire.source)
    if (wire.kind === 'signal') {
      expect(pad!.kind).toBe('signal')
      const port = resolved.board.ports.find(({ tx, rx }) => tx?.pin === pad!.pin || rx?.pin === pad!.pin)
      const serial = plan.assignment[wire.need!]!.place === `port:${port?.id}`
      if (serial && terminal.direction === 'out') expect(port!.rx?.pin).toBe(pad!.pin)
      if (serial && terminal.direction === 'in') expect(port!.tx?.pin).toBe(pad!.pin)
    }
  }
  return { resolved, wires }
}

describe('wiresOf', () => {
  it.each(names)('crosses pairs, feeds from the chosen rail and grounds at a ground in %s', (name) => {
    const { resolved, wires } = checkWires(allocated(name))
    for (const { key } of resolved.needs) {
      const placement = resolved.plan.assignment[key]
      if (placement)
        expect(
          wires.some(({ need }) => need === key),
          key,
        ).toBe(true)
    }
    for (const key of Object.keys(resolved.plan.supplies)) {
      const [device, supply] = key.split('/')
      const terminal = resolved.device(device!)!.device.supplies.find(({ id }) => id === supply)!.terminal
      expect(wires.some(({ id }) => id === `${device}.${terminal}`)).toBe(true)
    }
  })
  it('does so on random plans', () => {
    fc.assert(
      fc.property(randomPlan(5), (plan) => void checkWires(laidOut({ ...plan, locks: {} }))),
      { seed: 12, numRuns: 60 },
    )
  })
  it('runs the picture from the camera through the overlay to the transmitter', () => {
    const video = wiresOf(resolvePlan(allocated('spillway-hex'))).filter(({ kind }) => kind === 'video')
    expect(video.map(({ from, to }) => `${from.device}.${from.point}-${to.device}.${to.point}`)).toEqual([
      'camera.vid-overlay.vin',
      'overlay.vout-transmitter.vin',
    ])
  })
  it('runs it over the board’s own chip when there is no overlay', () => {
    const video = wiresOf(resolvePlan(allocated('spillway-hex', { type: 'device.remove', device: 'overlay' }))).filter(
      ({ kind }) => kind === 'video',
    )
    expect(video.map(({ from, to }) => `${from.device}-${to.device ?? to.label}`)).toEqual(['camera-CAM', 'transmitter-VTX'])
  })
  it('lays what was set by hand over what was worked out', () => {
    const [wire] = wiresOf(
      resolvePlan(
        allocated('spillway-hex', {
          type: 'wire.set',
          wire: 'gnss.tx',
          override: { colour: 'PK', gauge: 30, length: 333, note: 'n' },
        }),
      ),
    ).filter(({ id }) => id === 'gnss.tx')
    expect(wire).toMatchObject({ colour: 'PK', gauge: 30, length: 333, note: 'n' })
  })
})

function segments({ wires }: HarnessDrawing) {
  return wires.flatMap(({ wire, points }) => points.slice(1).map((to, at) => ({ id: wire.id, from: points[at]!, to })))
}

describe('drawHarness', () => {
  it.each(names)('routes %s at right angles, without two wires on one line and without boxes that overlap', (name) => {
    const resolved = resolvePlan(allocated(name))
    const drawing = drawHarness(resolved, wiresOf(resolved))
    const all = segments(drawing)
    for (const { from, to } of all) expect(from.x === to.x || from.y === to.y).toBe(true)
    const upright = all.filter(({ from, to }) => from.x === to.x && from.y !== to.y)
    for (const one of upright) {
      for (const other of upright) {
        if (one.id === other.id || one.from.x !== other.from.x) continue
        const [low, high] = [
          Math.max(Math.min(one.from.y, one.to.y), Math.min(other.from.y, other.to.y)),
          Math.min(Math.max(one.from.y, one.to.y), Math.max(other.from.y, other.to.y)),
        ]
        expect(low, `${one.id} and ${other.id}`).toBeGreaterThanOrEqual(high)
      }
    }
    const boxes = [drawing.board, ...drawing.devices]
    for (const one of boxes) {
      expect(one.y + one.height).toBeLessThanOrEqual(drawing.height)
      for (const terminal of one.terminals) {
        expect(terminal.y).toBeGreaterThan(one.y)
        expect(terminal.y).toBeLessThan(one.y + one.height)
      }
      for (const other of boxes) {
        if (one === other) continue
        const apart =
          one.x + one.width <= other.x ||
          other.x + other.width <= one.x ||
          one.y + one.height <= other.y ||
          other.y + other.height <= one.y
        expect(apart, `${one.id} and ${other.id}`).toBe(true)
      }
    }
  })
})
