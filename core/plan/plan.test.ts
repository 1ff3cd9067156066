import type { History } from '../editing'
import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { add, allocated, demo, library } from '../../tests/helpers/plans'
import { editSchema, validate } from '../schema'
import {
  applyEdit,
  describeEdit,
  doEdit,
  EditError,
  followUp,
  inverseOf,
  rebase,
  redo,
  startHistory,
  undo,
  type Edit,
  type LinkSettings,
  type Place,
  type Plan,
  type WireOverride,
} from './index'

const plan = demo('spillway-hex')
const deviceIds = plan.devices.map(({ id }) => id)
const needs = ['receiver/rc', 'gnss/fix', 'overlay/text', 'adapter/enable', 'logger/log']

/** Random edits, some of which do not fit. */
const edit: fc.Arbitrary<Edit> = fc.oneof(
  fc.record({ type: fc.constant('plan.rename' as const), name: fc.constantFrom('A', 'B', ' ') }),
  fc.record({ type: fc.constant('device.remove' as const), device: fc.constantFrom(...deviceIds, 'nobody') }),
  fc.record({
    type: fc.constant('device.rename' as const),
    device: fc.constantFrom(...deviceIds),
    name: fc.constantFrom('X', 'Y'),
  }),
  fc.record({
    type: fc.constant('device.priority' as const),
    device: fc.constantFrom(...deviceIds),
    priority: fc.constantFrom('must' as const, 1 as const, 3 as const),
  }),
  fc.record({
    type: fc.constant('need.lock' as const),
    need: fc.constantFrom(...needs),
    place: fc.constantFrom<Place[]>('port:uart1', 'port:uart2'),
  }),
  fc.record({
    type: fc.constant('need.ban' as const),
    need: fc.constantFrom(...needs),
    place: fc.constantFrom<Place[]>('port:uart1', 'port:uart2'),
  }),
  fc.record({
    type: fc.constant('need.allow' as const),
    need: fc.constantFrom(...needs),
    place: fc.constant<Place>('port:uart1'),
  }),
  fc.record({ type: fc.constant('need.leave-out' as const), need: fc.constantFrom(...needs), leftOut: fc.boolean() }),
  fc.record({ type: fc.constant('board.revision' as const), revision: fc.constantFrom('A', 'B', 'Z') }),
  fc.record({
    type: fc.constant('wire.set' as const),
    wire: fc.constant('gnss.tx'),
    set: fc.constantFrom({}, { gauge: 26 }, { omitted: true }),
    unset: fc.subarray<keyof WireOverride>(['gauge', 'end', 'omitted']),
  }),
  fc.constant({ type: 'wire.clear' as const, wire: 'gnss.tx' }),
  fc.record({
    type: fc.constant('link.set' as const),
    need: fc.constantFrom(...needs),
    end: fc.constantFrom('board' as const, 'device' as const),
    set: fc.constantFrom({}, { baud: 9600 }, { protocol: 'msp', inverted: true }),
    unset: fc.subarray<keyof LinkSettings>(['baud', 'protocol', 'inverted']),
  }),
  fc.record({ type: fc.constant('link.clear' as const), need: fc.constantFrom(...needs) }),
  fc.record({
    type: fc.constant('feature.set' as const),
    feature: fc.constant('telemetry'),
    on: fc.constantFrom(true, false, null),
  }),
  fc.constant(add('rill-53', 'bec')),
)

function tryEdit(history: History<Plan, Edit>, value: Edit): History<Plan, Edit> {
  try {
    return doEdit(history, value)
  } catch (error) {
    expect(error).toBeInstanceOf(EditError)
    return history
  }
}

describe('applyEdit', () => {
  it('leaves the plan it is given alone', () => {
    const before = JSON.stringify(plan)
    fc.assert(
      fc.property(edit, (value) => {
        tryEdit(startHistory(plan), value)
        expect(JSON.stringify(plan)).toBe(before)
      }),
      { seed: seedOf(5), numRuns: 100 },
    )
  })
  it('takes away all that belongs to a removed device', () => {
    const locked = applyEdit(plan, { type: 'need.lock', need: 'gnss/fix', place: 'port:uart1' })
    const without = applyEdit(locked, { type: 'device.remove', device: 'gnss' })
    expect(without.locks).toEqual({})
    expect(without.definitions.devices['merlow-n3c']).toBeUndefined()
  })
  it('keeps the definition of a plan when the catalogue changes', () => {
    const changed = structuredClone(library.devices['glint-60']!)
    changed.mass = 999
    const again = applyEdit(plan, {
      type: 'device.add',
      definition: changed,
      protocols: [],
      device: { id: 'r2', definition: 'glint-60', variant: 'full', name: 'R2', priority: 1, leftOut: [] },
    })
    expect(again.definitions.devices['glint-60']!.mass).toBe(22)
    expect(applyEdit(again, { type: 'definition.update', definition: changed }).definitions.devices['glint-60']!.mass).toBe(999)
  })
  it('names the place of what does not fit', () => {
    expect(() => applyEdit(plan, { type: 'board.revision', revision: 'Z' })).toThrow(
      'board.revision: "Z" is not there; choose from A, B',
    )
    expect(() => applyEdit(plan, add('rill-53', 'gnss'))).toThrow('devices.gnss')
    expect(() => applyEdit(plan, { type: 'plan.rename', name: '  ' })).toThrow('name')
  })
  it('does all of several edits or none', () => {
    const several: Edit = {
      type: 'several',
      label: 'both',
      edits: [
        { type: 'plan.rename', name: 'New' },
        { type: 'board.revision', revision: 'Z' },
      ],
    }
    expect(() => applyEdit(plan, several)).toThrow(EditError)
    expect(plan.name).toBe('Spillway hex')
  })
})

describe('history', () => {
  it('undoes to the very start and redoes to the very end, whatever was done', () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 25 }), (edits) => {
        const end = edits.reduce(tryEdit, startHistory(plan))
        let back = end
        for (let step = 0; step < end.done.length; step += 1) back = undo(back)
        expect(back.document).toEqual(plan)
        expect(undo(back)).toBe(back)
        let forth = back
        for (let step = 0; step < end.done.length; step += 1) forth = redo(forth)
        expect(forth.document).toEqual(end.document)
      }),
      { seed: seedOf(6), numRuns: 60 },
    )
  })
  it('takes back the engine’s answer together with what it answered', () => {
    const locked = doEdit(startHistory(plan), { type: 'need.lock', need: 'gnss/fix', place: 'port:uart1' })
    const answered = followUp(locked, {
      type: 'assignment.adopt',
      assignment: { 'gnss/fix': { place: 'port:uart1' } },
      supplies: {},
    })
    expect(answered.done).toHaveLength(1)
    expect(undo(answered).document).toEqual(plan)
    expect(redo(undo(answered)).document).toEqual(answered.document)
  })
  it('every step can be sent, read back and done again', () => {
    fc.assert(
      fc.property(fc.array(edit, { maxLength: 12 }), (edits) => {
        const { done, document: end } = edits.reduce(tryEdit, startHistory(plan))
        const sent = JSON.parse(JSON.stringify(done.flatMap((step) => step.edits))) as Edit[]
        const read = sent.map((edit) => validate<Edit>(editSchema, edit))
        expect(read.reduce(applyEdit, plan)).toEqual(end)
      }),
      { seed: seedOf(8), numRuns: 40 },
    )
  })
  it('tells what fits on another version and what does not', () => {
    const mine = [
      { type: 'device.rename', device: 'gnss', name: 'Mine' },
      { type: 'plan.note', note: 'mine' },
    ].reduce((history, value) => doEdit(history, value as Edit), startHistory(plan))
    const theirs = applyEdit(plan, { type: 'device.remove', device: 'gnss' })
    const merged = rebase(theirs, mine.done)
    expect(merged.applied.map(({ label }) => label)).toEqual(['Change the note'])
    expect(merged.refused[0]!.reason).toBe('devices.gnss: no such device in the fit-out')
    expect(merged.document.note).toBe('mine')
  })
  it('has words for every edit', () => {
    fc.assert(
      fc.property(edit, (value) => {
        expect(describeEdit(value, plan).length).toBeGreaterThan(3)
      }),
      { seed: seedOf(9), numRuns: 60 },
    )
  })

  it('a device that is removed takes what drives it, its lights and its switched lines along', () => {
    const plan = allocated('spillway-hex')
    const bare = ['gimbal', 'ring', 'spotlight'].reduce(
      (left, device) => applyEdit(left, { type: 'device.remove', device }),
      plan,
    )
    expect(bare.controls.outputs).toEqual({})
    expect(bare.lights).toEqual({ strips: {}, segments: {} })
    expect(Object.keys(bare.controls.jobs)).toEqual(Object.keys(plan.controls.jobs).filter((id) => id !== 'spotlight'))
    expect(applyEdit(bare, inverseOf(plan, bare, 'x'))).toEqual(plan)
  })
})
