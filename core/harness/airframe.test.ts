import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { allocated, demo, type DemoName } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan } from '../plan'
import {
  cablesOf,
  cutLength,
  distanceOf,
  motorSpots,
  outlineOf,
  padAbilities,
  padUseOf,
  routeLength,
  spotOf,
  wiresOf,
} from './index'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']

describe('airframe', () => {
  it('has its motors on a circle of its size', () => {
    for (const [outline, count] of [
      ['quad', 4],
      ['hex', 6],
    ] as const) {
      const spots = motorSpots(outline, 600)
      expect(spots).toHaveLength(count)
      for (const { x, y } of spots) expect(Math.hypot(x, y)).toBeCloseTo(300, -1)
      expect(new Set(spots.map(({ x, y }) => `${x} ${y}`)).size).toBe(count)
    }
    expect(motorSpots('wing', 1900)).toHaveLength(1)
  })
  it('is drawn within its size', () => {
    for (const outline of ['quad', 'hex', 'wing'] as const) {
      const points = outlineOf({ outline, size: 1000 }).flat()
      for (const { x, y } of points) {
        expect(Math.abs(x)).toBeLessThanOrEqual(501)
        expect(Math.abs(y)).toBeLessThanOrEqual(501)
      }
    }
  })
  it.each(names)('gives every part of %s a place on the craft, and no two of a kind the same', (name) => {
    const resolved = resolvePlan(demo(name))
    const { size } = resolved.plan.craft
    const spots = resolved.devices.map(({ id, device }) => ({ kind: device.class, ...spotOf(resolved, id) }))
    for (const { x, y } of spots) expect(Math.max(Math.abs(x), Math.abs(y))).toBeLessThanOrEqual(size / 2)
    expect(new Set(spots.map(({ kind, x, y }) => `${kind} ${x} ${y}`)).size).toBe(spots.length)
  })
  it('lets a hand-set place win, and forgets it again', () => {
    const plan = demo('spillway-hex')
    const moved = applyEdit(plan, { type: 'spot.set', part: 'gnss', spot: { x: 11, y: 22 } })
    expect(spotOf(resolvePlan(moved), 'gnss')).toEqual({ x: 11, y: 22 })
    const back = applyEdit(moved, { type: 'spot.set', part: 'gnss', spot: null })
    expect(spotOf(resolvePlan(back), 'gnss')).toEqual(spotOf(resolvePlan(plan), 'gnss'))
    expect(() => applyEdit(plan, { type: 'spot.set', part: 'ghost', spot: null })).toThrow('no such device')
  })
  it('measures straight, and along the frame never less', () => {
    const resolved = resolvePlan(allocated('spillway-hex'))
    for (const wire of wiresOf(resolved).filter(({ to }) => to.device)) {
      const straight = distanceOf(resolved, wire.from.device!, wire.to.device!)
      expect(routeLength(resolved, wire.from, wire.to)).toBeGreaterThanOrEqual(straight - 1e-9)
    }
  })
  it('cuts in steps of 5 mm, always longer than the way', () => {
    fc.assert(
      fc.property(fc.double({ min: 0, max: 5000, noNaN: true }), (route) => {
        const length = cutLength(route)
        expect(length % 5).toBe(0)
        expect(length).toBeGreaterThanOrEqual(route * 1.05 + 30 - 1e-9)
        expect(length).toBeLessThan(route * 1.05 + 35 + 1e-9)
      }),
      { seed: seedOf(8), numRuns: 200 },
    )
  })
})

describe('pads in use', () => {
  it.each(names)('are those at the board end of the wires of %s', (name) => {
    const resolved = resolvePlan(allocated(name))
    const wires = wiresOf(resolved)
    const uses = padUseOf(resolved, wires)
    const soldered = new Set(wires.filter(({ to }) => !to.device).map(({ to }) => to.point))
    expect(new Set(Object.keys(uses))).toEqual(soldered)
    for (const [pad, list] of Object.entries(uses)) {
      const { kind } = resolved.pad(pad)!
      for (const use of list) {
        if (kind === 'ground') expect(use.mark.word).toBe('ground')
        if (kind === 'supply') expect(use.mark.word).toBe('supply')
        if (use.need) expect(use.need.startsWith(`${use.device}/`)).toBe(true)
      }
      if (kind === 'signal') expect(new Set(list.map(({ mark }) => mark.word)).size).toBe(1)
    }
  })
  it('do not count wires that are not fitted', () => {
    const resolved = resolvePlan(allocated('spillway-hex', { type: 'wire.set', wire: 'gnss.tx', set: { omitted: true } }))
    const uses = Object.values(padUseOf(resolved, wiresOf(resolved))).flat()
    expect(uses.some(({ wire }) => wire === 'gnss.tx')).toBe(false)
    expect(uses.some(({ wire }) => wire === 'gnss.rx')).toBe(true)
  })
  it('could serve what their pins can, in words', () => {
    const { board } = resolvePlan(demo('spillway-hex'))
    const words = (id: string) =>
      padAbilities(
        board,
        board.pads.find((pad) => pad.id === id)!,
      )
    expect(words('TX4').can).toEqual(['TX of Port 4', 'pulses of Timer 5', 'switched output'])
    expect(words('LED')).toMatchObject({ heldBy: 'lights' })
    expect(words('V5_1').can).toEqual(['supply 5 V'])
    expect(words('G1').can).toEqual(['ground'])
  })
})

describe('cables', () => {
  it('join connectors by two wires or more, one of them a signal', () => {
    const resolved = resolvePlan(allocated('spillway-hex'))
    const wires = wiresOf(resolved)
    for (const cable of cablesOf(resolved, wires)) {
      expect(cable.contacts.length).toBeGreaterThan(1)
      expect(cable.contacts.some(({ kind }) => kind === 'signal')).toBe(true)
      for (const { wire, board } of cable.contacts) {
        const end = wires.find(({ id }) => id === wire)!
        expect(resolved.pad(end.to.point)!.position).toBe(board)
        expect(end.from.device).toBe(cable.device)
      }
    }
  })

  it('has the servos of elevator and rudder at the tail of a wing, each elsewhere, those of the ailerons in the wing', () => {
    const resolved = resolvePlan(allocated('fellside-mapper'))
    const { size } = resolved.plan.craft
    const [left, right, elevator, rudder] = ['aileron-l', 'aileron-r', 'elevator', 'rudder'].map((id) => spotOf(resolved, id))
    for (const { y } of [elevator!, rudder!]) expect(y).toBeLessThan(-0.25 * size)
    expect(elevator!.x).not.toBe(rudder!.x)
    for (const { y } of [left!, right!]) expect(Math.abs(y)).toBeLessThan(0.05 * size)
    expect(Math.sign(left!.x)).toBe(-Math.sign(right!.x))
  })
})
