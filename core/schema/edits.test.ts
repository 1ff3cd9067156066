import { describe, expect, it } from 'vitest'
import { allocated, library } from '../../tests/helpers/plans'
import { applyEdit, describeEdit, doEdit, inverseOf, startHistory, undo, type Edit } from '../plan'
import { editSchema, InputError, readPlan, validate } from './index'

const board = library.boards['orchil-duo']!
const device = library.devices['carrel-3']!

/** One of each kind, on the hex. */
const edits: Edit[] = [
  { type: 'plan.rename', name: 'Other' },
  { type: 'plan.note', note: 'n' },
  { type: 'plan.automatic', automatic: false },
  { type: 'craft.set', craft: { outline: 'quad', size: 300, massLimit: 900 } },
  { type: 'battery.set', battery: { cells: 4, chemistry: 'liion', capacity: 3000 } },
  { type: 'board.choose', definition: board, revision: '2', firmware: Object.keys(board.firmwares)[0]! },
  { type: 'board.revision', revision: 'A' },
  { type: 'board.firmware', firmware: 'fw42' },
  {
    type: 'device.add',
    definition: device,
    protocols: [],
    device: {
      id: 'more',
      definition: device.id,
      variant: Object.keys(device.variants)[0]!,
      name: 'More',
      priority: 2,
      leftOut: [],
    },
  },
  { type: 'device.remove', device: 'buzzer' },
  { type: 'device.rename', device: 'gnss', name: 'Eye' },
  { type: 'device.priority', device: 'gnss', priority: 3 },
  { type: 'device.variant', device: 'overlay', variant: 'h1' },
  { type: 'need.leave-out', need: 'adapter/enable', leftOut: true },
  { type: 'need.lock', need: 'gnss/fix', place: 'port:uart3' },
  { type: 'need.unlock', need: 'gnss/fix' },
  { type: 'need.ban', need: 'gnss/fix', place: 'port:uart3' },
  { type: 'need.allow', need: 'gnss/fix', place: 'port:uart3' },
  { type: 'assignment.adopt', assignment: {}, supplies: {} },
  { type: 'supply.choose', supply: 'camera/main', source: 'rail:bat' },
  { type: 'link.set', need: 'gnss/fix', end: 'board', set: { baud: 9600 }, unset: ['inverted'] },
  { type: 'link.clear', need: 'gnss/fix' },
  { type: 'feature.set', feature: 'telemetry', on: false },
  { type: 'link.set', need: 'gnss/fix', end: 'device', set: { baud: 9600, format: '8E2' } },
  { type: 'wire.set', wire: 'gnss.tx', set: { gauge: 26, colour: 'PK' } },
  { type: 'spot.set', part: 'gnss', spot: { x: 1, y: -2.5 } },
  { type: 'spot.set', part: 'battery', spot: { x: 0, y: 10 } },
  { type: 'box.move', box: 'gnss', at: { x: 800, y: 40 } },
  { type: 'wire.tick', wire: 'gnss.tx', made: true },
  { type: 'device.note', device: 'gnss', note: 'new' },
  { type: 'device.move', device: 'gnss', before: 'camera' },
  { type: 'device.move', device: 'gnss', before: null },
  { type: 'finding.accept', finding: 'BLD-01:device:gnss', fact: 'a fact', reason: 'known' },
  { type: 'plan.attach', id: 'p1', part: { label: 'Manual', address: 'https://example.org/manual', note: 'page 12' } },
  { type: 'plan.detach', id: 'p1' },
  { type: 'definition.update', definition: library.devices['merlow-n3c']! },
  {
    type: 'several',
    label: 'Two things',
    edits: [
      { type: 'plan.note', note: 'x' },
      { type: 'need.lock', need: 'gnss/fix', place: 'port:uart2' },
    ],
  },
]

describe('every kind of edit', () => {
  it.each(edits.map((edit) => [edit.type, edit] as const))(
    '%s passes the schema, applies, leaves a sound plan, has words, and is undone',
    (_, edit) => {
      expect(validate(editSchema, edit)).toEqual(edit)
      const before = allocated('spillway-hex')
      const after = applyEdit(before, edit)
      expect(applyEdit(before, JSON.parse(JSON.stringify(edit)) as Edit)).toEqual(after)
      expect(readPlan(JSON.parse(JSON.stringify(after)))).toBeTruthy()
      expect(describeEdit(edit, before).length).toBeGreaterThan(3)
      expect(applyEdit(after, inverseOf(before, after, 'x'))).toEqual(before)
      expect(validate(editSchema, inverseOf(before, after, 'x'))).toBeTruthy()
      expect(undo(doEdit(startHistory(before), edit)).document).toEqual(before)
    },
  )

  it.each(edits.map((edit) => [edit.type, edit] as const))('%s is refused with a field too many, by name', (_, edit) => {
    try {
      validate(editSchema, { ...edit, extra: 1 })
      expect.fail('was taken')
    } catch (error) {
      expect(error).toBeInstanceOf(InputError)
      expect((error as InputError).problems[0]!.place).toBe('extra')
    }
  })

  it('refuses places off the sheet, ticks that are no ticks, and unknown boxes', () => {
    const refused = (edit: object) => expect(() => validate(editSchema, edit)).toThrow(InputError)
    refused({ type: 'spot.set', part: 'gnss', spot: { x: 1e9, y: 0 } })
    refused({ type: 'wire.tick', wire: 'gnss.tx', made: 'yes' })
    refused({ type: 'box.move', box: 'gnss', at: { x: 1 } })
    expect(() => applyEdit(allocated('spillway-hex'), { type: 'box.move', box: 'ghost', at: null })).toThrow('no such device')
  })

  it('forgets what belongs to a removed device', () => {
    const marked = [
      { type: 'spot.set', part: 'gnss', spot: { x: 1, y: 1 } },
      { type: 'box.move', box: 'gnss', at: { x: 1, y: 1 } },
      { type: 'wire.tick', wire: 'gnss.tx', made: true },
      { type: 'wire.set', wire: 'gnss.tx', set: { gauge: 24 } },
    ] satisfies Edit[]
    const plan = [...marked, { type: 'device.remove', device: 'gnss' } satisfies Edit].reduce(
      applyEdit,
      allocated('spillway-hex'),
    )
    expect(JSON.stringify([plan.positions, plan.boxPositions, plan.built, plan.wires, plan.assignment])).not.toContain('gnss')
  })
})
