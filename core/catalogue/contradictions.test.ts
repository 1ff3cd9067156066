import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import type { BoardDefinition } from './board'
import { boardContradictions, deviceContradictions } from './contradictions'
import type { DeviceDefinition, Need } from './device'
import { needKind } from './need-kinds'

const corran = library.boards['corran-7']!
const needsOf = ({ needs }: DeviceDefinition) => needs as Record<string, Need>
const overlay = Object.values(library.devices).find((device) =>
  Object.values(needsOf(device)).some(({ kind }) => kind === 'serial'),
)!

const toldOf = <T>(whole: T, edit: (draft: T) => void, judge: (draft: T) => { place: string; message: string }[]) => {
  const draft = structuredClone(whole)
  edit(draft)
  return judge(draft).map(({ place, message }) => `${place.replace(/^.*?: /, '')}: ${message}`)
}

describe('what contradicts itself', () => {
  it('is nothing in any shipped definition', () => {
    for (const board of Object.values(library.boards)) expect(boardContradictions(board), board.id).toEqual([])
    for (const device of Object.values(library.devices)) expect(deviceContradictions(device), device.id).toEqual([])
  })

  const signal = Object.entries(corran.pads).find(([, { kind }]) => kind === 'signal')![0]
  const supply = Object.entries(corran.pads).find(([, { kind }]) => kind === 'supply')![0]
  const [port, { tx }] = Object.entries(corran.ports).find(([, one]) => one.kind === 'hardware' && one.tx)!
  const pulse = Object.entries(corran.pins).find(([, { functions }]) => functions.some(({ as }) => as === 'pulse'))![0]
  const rail = Object.entries(corran.rails).find(([, { source }]) => source)![0]
  const bus = Object.keys(corran.i2c)[0]!

  const boards: [string, (draft: BoardDefinition) => void, string][] = [
    ['a signal pad without a pin', (draft) => delete draft.pads[signal]!.pin, `pads.${signal}: a signal pad needs a pin`],
    ['a pad of no pin', (draft) => (draft.pads[signal]!.pin = 'ghost'), `pads.${signal}.pin: there is no pin "ghost"`],
    ['a supply pad without a rail', (draft) => delete draft.pads[supply]!.rail, `pads.${supply}: a supply pad needs a rail`],
    ['a pad of no rail', (draft) => (draft.pads[supply]!.rail = 'ghost'), `pads.${supply}.rail: there is no rail "ghost"`],
    [
      'a pad of no connector',
      (draft) => (draft.pads[supply]!.connector = 'ghost'),
      `pads.${supply}.connector: there is no connector "ghost"`,
    ],
    ['a line on no pin', (draft) => (draft.ports[port]!.tx!.pin = 'ghost'), `ports.${port}.tx.pin: there is no pin "ghost"`],
    [
      'a line on a pin that does not know it',
      (draft) => (draft.pins[tx!.pin]!.functions = draft.pins[tx!.pin]!.functions.filter(({ as }) => as !== 'uart-tx')),
      `ports.${port}.tx.pin: pin "${tx!.pin}" has no function uart-tx of ${port}`,
    ],
    [
      'rates the wrong way round',
      (draft) => Object.assign(draft.ports[port]!, { minBaud: 9600, maxBaud: 1200 }),
      `ports.${port}.minBaud: 9600 is above maxBaud 1200`,
    ],
    [
      'a pulse of no timer',
      (draft) => draft.pins[pulse]!.functions.forEach((does) => does.as === 'pulse' && (does.of = 'ghost')),
      `pins.${pulse}.functions[${corran.pins[pulse]!.functions.findIndex(({ as }) => as === 'pulse')}]: pulse needs one of the board's timers, not "ghost"`,
    ],
    [
      'rails in a circle',
      (draft) => (draft.rails[rail]!.source = rail),
      `rails.${rail}.source: the rails feed each other in a circle`,
    ],
    [
      'a rail fed by nothing there is',
      (draft) => (draft.rails[rail]!.source = 'ghost'),
      `rails.${rail}.source: there is no rail "ghost"`,
    ],
    ['a bus on no pin', (draft) => (draft.i2c[bus]!.sda = 'ghost'), `i2c.${bus}.sda: there is no pin "ghost"`],
    [
      'a CAN bus on no pin',
      (draft) => (draft.can.one = { label: 'CAN', high: 'ghost', low: 'ghost' }),
      'can.one.high: there is no pin "ghost"',
    ],
    [
      'cells the wrong way round',
      (draft) => Object.assign(draft.supply, { cellsMin: 6, cellsMax: 2 }),
      'supply.cellsMin: 6 is above cellsMax 2',
    ],
  ]
  it.each(boards)('on a board: %s', (_name, edit, told) => {
    expect(toldOf(corran, edit, boardContradictions)).toContain(told)
  })

  const [ground] = Object.entries(overlay.terminals).find(([, { role }]) => role === 'ground')!
  const [feed] = Object.entries(overlay.supplies)[0]!
  const [serial] = Object.entries(needsOf(overlay)).find(([, { kind }]) => kind === 'serial')!
  const devices: [string, (draft: DeviceDefinition) => void, string][] = [
    [
      'a supply at a ground',
      (draft) => (draft.supplies[feed]!.terminal = ground),
      `supplies.${feed}.terminal: terminal "${ground}" is ground, not supply`,
    ],
    [
      'a supply at nothing',
      (draft) => (draft.supplies[feed]!.terminal = 'ghost'),
      `supplies.${feed}.terminal: there is no terminal "ghost"`,
    ],
    [
      'volts the wrong way round',
      (draft) => Object.assign(draft.supplies[feed]!, { min: 9, max: 5 }),
      `supplies.${feed}.min: 9 V is above max 5 V`,
    ],
    [
      'more current typically than at peak',
      (draft) => Object.assign(draft.supplies[feed]!, { typical: 2, peak: 1 }),
      `supplies.${feed}.typical: 2 A is above peak 1 A`,
    ],
    [
      'a regulator of unknown volts',
      (draft) =>
        (draft.outputs = {
          out: { label: 'out', kind: 'switching', terminal: overlay.supplies[feed]!.terminal, ground } as never,
        }),
      'outputs.out: a regulator needs volts',
    ],
    [
      'a connector with a lead of nothing',
      (draft) => Object.values(draft.connectors)[0]!.pins.push('ghost'),
      `connectors.${Object.keys(overlay.connectors)[0]}.pins[${Object.values(overlay.connectors)[0]!.pins.length}]: there is no terminal "ghost"`,
    ],
    [
      'a rate that is not among its rates',
      (draft) => {
        const need = needsOf(draft)[serial]!
        if (need.kind === 'serial') need.options[0]!.default = 12_345
      },
      `needs.${serial}.options[0].default: 12345 is not among its bauds`,
    ],
  ]
  it.each(devices)('in a device: %s', (_name, edit, told) => {
    expect(toldOf(overlay, edit, deviceContradictions)).toContain(told)
  })

  it('is told once, however many revisions share it', () => {
    const told = toldOf(corran, (draft) => (draft.pads[signal]!.pin = 'ghost'), boardContradictions)
    expect(Object.keys(corran.revisions).length * Object.keys(corran.firmwares).length).toBeGreaterThan(1)
    expect(told.filter((complaint) => complaint.startsWith(`pads.${signal}.pin`))).toHaveLength(1)
  })
})

describe('terminals of a need', () => {
  it('are terminals of the device for every need of every device, one twice only where a link has one wire', () => {
    for (const device of Object.values(library.devices)) {
      for (const [id, need] of Object.entries(needsOf(device))) {
        const terminals = needKind(need)
          .terminals(need)
          .map(({ terminal }) => terminal)
        if (new Set(terminals).size < terminals.length) expect(need.kind, `${device.id} ${id}`).toBe('serial')
        for (const terminal of terminals) expect(Object.keys(device.terminals), `${device.id} ${id}`).toContain(terminal)
        expect(terminals.length > 0).toBe(need.kind !== 'control')
      }
    }
  })
})
