import { describe, expect, it } from 'vitest'
import { library } from '../../tests/helpers/plans'
import type { BoardDefinition } from './board'
import type { DeviceDefinition } from './device'
import { boardGaps, deviceGaps } from './gaps'

const corran = library.boards['corran-7']!
const gnss = library.devices['merlow-n3c']!

const boardWith = (edit: (draft: BoardDefinition) => void) => {
  const draft = structuredClone(corran)
  edit(draft)
  return boardGaps(draft)
}
const deviceWith = (edit: (draft: DeviceDefinition) => void) => {
  const draft = structuredClone(gnss)
  edit(draft)
  return deviceGaps(draft)
}
const firstOf = <T>(list: Record<string, T>, fits: (one: T) => boolean): [string, T] =>
  Object.entries(list).find(([, one]) => fits(one))!

describe('what a board does not tell', () => {
  const serial = firstOf(corran.ports, ({ kind }) => kind === 'hardware')[0]
  const linear = firstOf(corran.rails, ({ kind }) => kind === 'linear' || kind === 'switching')[0]
  const [pad, { pin }] = firstOf(corran.pads, ({ pin: id }) => id !== undefined && corran.pins[id]!.functions.length > 0)

  const cases: [string, (draft: BoardDefinition) => void, string, RegExp][] = [
    ['no pads', (draft) => (draft.pads = {}), 'pads', /nothing can be wired/],
    ['no clock', (draft) => delete draft.ports[serial]!.clock, `ports.${serial}.clock`, /taken as exact/],
    [
      'a quick software port',
      (draft) => Object.assign(draft.ports[serial]!, { kind: 'software', maxBaud: 115_200 }),
      `ports.${serial}.maxBaud`,
      /115200 is much/,
    ],
    [
      'a port without lines',
      (draft) => {
        delete draft.ports[serial]!.tx
        delete draft.ports[serial]!.rx
      },
      `ports.${serial}`,
      /cannot be used/,
    ],
    [
      'a pad of a pin that does nothing',
      (draft) => (draft.pins[pin!]!.functions = []),
      `pins.${pin}.functions`,
      /serves nothing/,
    ],
    ['a pin on no pad', (draft) => delete draft.pads[pad], `pins.${pin}`, /brought out to no pad/],
    ['no input range', (draft) => delete draft.rails[linear]!.input, `rails.${linear}.input`, /unchecked/],
    ['a pad off the board', (draft) => (draft.pads[pad]!.x = -3), `pads.${pad}`, /at -3, .* lies off the board/],
  ]
  it.each(cases)('%s', (_name, edit, place, words) => {
    const [before, after] = [boardGaps(corran), boardWith(edit)]
    const told = after.filter((gap) => gap.place === place && words.test(gap.message))
    expect(told, JSON.stringify(after)).toHaveLength(1)
    expect(before).not.toContainEqual(told[0])
  })

  it('tells two pads at one place, by the name of the other', () => {
    const [one, other] = Object.keys(corran.pads)
    const gaps = boardWith((draft) =>
      Object.assign(draft.pads[other!]!, { x: draft.pads[one!]!.x, y: draft.pads[one!]!.y, side: draft.pads[one!]!.side }),
    )
    expect(gaps).toContainEqual({ place: `pads.${other}`, message: `at the same place as ${one}` })
  })
  it('tells when ground or supply have no pad at all', () => {
    for (const kind of ['ground', 'supply'] as const) {
      const gaps = boardWith((draft) => {
        for (const [id, one] of Object.entries(draft.pads)) if (one.kind === kind) delete draft.pads[id]
      })
      expect(gaps.some(({ place, message }) => place === 'pads' && message.includes(`no ${kind} pad`))).toBe(true)
    }
  })
})

describe('what a device does not tell', () => {
  const [out] = firstOf(gnss.terminals, ({ role, direction }) => role === 'signal' && direction === 'out')
  const [ground] = firstOf(gnss.terminals, ({ role }) => role === 'ground')
  const cases: [string, (draft: DeviceDefinition) => void, string, RegExp][] = [
    ['no mass', (draft) => (draft.mass = 0), 'mass', /does not count/],
    ['no needs', (draft) => (draft.needs = {}), 'needs', /asks nothing/],
    ['no supply', (draft) => (draft.supplies = {}), 'supplies', /feed itself/],
    ['an output of unknown level', (draft) => delete draft.terminals[out]!.high, `terminals.${out}.high`, /unchecked/],
    ['no lead colour', (draft) => delete draft.terminals[out]!.colour, `terminals.${out}.colour`, /plain one/],
    [
      'an input of unknown level',
      (draft) => Object.assign(draft.terminals[out]!, { direction: 'in', maxIn: undefined }),
      `terminals.${out}.maxIn`,
      /level goes unchecked/,
    ],
    [
      'a terminal in no connector',
      (draft) => {
        for (const connector of Object.values(draft.connectors)) connector.pins = connector.pins.filter((id) => id !== out)
      },
      `terminals.${out}`,
      /told as a pad/,
    ],
    ['no ground', (draft) => delete draft.terminals[ground], 'terminals', /no ground/],
  ]
  it.each(cases)('%s', (_name, edit, place, words) => {
    const [before, after] = [deviceGaps(gnss), deviceWith(edit)]
    const told = after.filter((gap) => gap.place === place && words.test(gap.message))
    expect(told, JSON.stringify(after)).toHaveLength(1)
    expect(before).not.toContainEqual(told[0])
  })
})
