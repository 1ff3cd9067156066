import { describe, expect, it } from 'vitest'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { adopt, analyse } from '../engine'
import { applyEdit, resolvePlan, type Edit, type Plan } from '../plan'
import { lockWire, unlockWire, wiresOf } from './index'

const laidOut = (plan: Plan) => adopt(plan, analyse(plan).proposal)
const wiresIn = (plan: Plan) => wiresOf(resolvePlan(plan))
const named = (plan: Plan, id: string) => wiresIn(plan).find((wire) => wire.id === id)!

describe('a locked wire', () => {
  it.each(['gnss.gnd', 'gnss.vcc', 'gnss.tx'])('keeps what it has when all else changes: %s', (id) => {
    const plan = allocated('spillway-hex')
    const before = named(plan, id)
    const changes: Edit[] = [
      { type: 'spot.set', part: 'gnss', spot: { x: 180, y: -160 } },
      { type: 'device.remove', device: 'receiver' },
    ]
    const changed = changes.reduce<Plan>(applyEdit, applyEdit(plan, lockWire(plan, before)))
    const after = named(laidOut(changed), id)
    for (const key of ['colour', 'gauge', 'length'] as const) expect(after[key]).toBe(before[key])
    expect(after.to.point).toBe(before.to.point)
    expect(after.locked).toBe(true)
    const freed = applyEdit(changed, unlockWire(changed, wiresIn(changed), after))
    expect(named(laidOut(freed), id).length).not.toBe(before.length)
  })

  it('goes back to what it was, its note kept, and lets go of its need with the last wire of it', () => {
    const start = applyEdit(allocated('spillway-hex'), { type: 'wire.set', wire: 'gnss.tx', set: { note: 'twisted' } })
    let plan = start
    for (const id of ['gnss.tx', 'gnss.rx']) plan = applyEdit(plan, lockWire(plan, named(plan, id)))
    const { need } = named(plan, 'gnss.tx')
    expect(plan.locks[need!]).toBeDefined()
    plan = applyEdit(plan, unlockWire(plan, wiresIn(plan), named(plan, 'gnss.rx')))
    expect(plan.locks[need!]).toBeDefined()
    plan = applyEdit(plan, unlockWire(plan, wiresIn(plan), named(plan, 'gnss.tx')))
    expect(plan).toEqual(start)
  })

  it('gives back what was set by hand before, and leaves a need locked that was locked before', () => {
    const { need } = named(allocated('spillway-hex'), 'gnss.tx')
    const place = allocated('spillway-hex').assignment[need!]!.place
    const start = allocated(
      'spillway-hex',
      { type: 'wire.set', wire: 'gnss.tx', set: { colour: 'PK', length: 333 } },
      { type: 'need.lock', need: need!, place },
    )
    const locked = applyEdit(start, lockWire(start, named(start, 'gnss.tx')))
    expect(named(locked, 'gnss.tx')).toMatchObject({ colour: 'PK', length: 333, locked: true })
    expect(applyEdit(locked, unlockWire(locked, wiresIn(locked), named(locked, 'gnss.tx')))).toEqual(start)
  })

  it('hands the place of its need on to the other locked wire, whichever goes first', () => {
    const start = allocated('spillway-hex')
    for (const order of [
      ['gnss.tx', 'gnss.rx'],
      ['gnss.rx', 'gnss.tx'],
    ]) {
      let plan = start
      for (const id of ['gnss.tx', 'gnss.rx']) plan = applyEdit(plan, lockWire(plan, named(plan, id)))
      plan = applyEdit(plan, unlockWire(plan, wiresIn(plan), named(plan, order[0]!)))
      expect(Object.keys(plan.locks)).toHaveLength(Object.keys(start.locks).length + 1)
      expect(applyEdit(plan, unlockWire(plan, wiresIn(plan), named(plan, order[1]!)))).toEqual(start)
    }
  })

  it('keeps its pad for itself when the plan would have it elsewhere', () => {
    const plan = allocated('spillway-hex')
    const wire = named(plan, 'gnss.gnd')
    const locked = applyEdit(plan, lockWire(plan, wire))
    // Without the device before it in the list its ground would be looked for from elsewhere.
    const others = resolvePlan(plan).devices.filter(({ id }) => id !== 'gnss')
    for (const { id } of others) {
      const less = applyEdit(locked, { type: 'device.remove', device: id })
      const held = named(less, 'gnss.gnd').to.point
      expect(held).toBe(wire.to.point)
      const crowd = wiresIn(less).filter(({ to }) => to.device === undefined && to.point === held)
      expect(crowd.length, `without ${id}`).toBeLessThanOrEqual(2)
    }
  })

  it('belongs to its board: on another it is worked out', () => {
    const plan = allocated('culvert-scout')
    const wire = named(plan, 'gnss.gnd')
    const locked = applyEdit(plan, lockWire(plan, wire))
    const { board, definitions } = allocated('spillway-hex')
    const definition = definitions.boards[board.definition]!
    const { revision, firmware } = board
    const moved = applyEdit(locked, { type: 'board.choose', definition, revision, firmware })
    expect(moved.wires['gnss.gnd']).toEqual({ colour: wire.colour, gauge: wire.gauge, length: wire.length })
  })
})

describe('a wire that is led elsewhere by hand', () => {
  const builds: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
  it.each(builds)('moves no other of %s, nor does one that is locked or left off', (build) => {
    const plan = allocated(build)
    const ends = (of: Plan, without: string) =>
      wiresIn(of).flatMap(({ id, to, number }) => (id === without ? [] : [`${number} ${id} ${to.device ?? ''} ${to.point}`]))
    const pads = resolvePlan(plan).board.pads.filter(({ kind }) => kind !== 'signal')
    wiresIn(plan).forEach((wire, at) => {
      const before = ends(plan, wire.id)
      const { id } = pads[at % pads.length]!
      for (const edit of [
        { type: 'wire.set' as const, wire: wire.id, set: { end: `pad:${id}` as const } },
        { type: 'wire.set' as const, wire: wire.id, set: { omitted: true } },
        lockWire(plan, wire),
      ])
        expect(ends(applyEdit(plan, edit), wire.id), `${wire.id} to ${id}`).toEqual(before)
    })
  })
})
