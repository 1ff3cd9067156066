import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { demo, library, onBoard } from '../../../tests/helpers/plans'
import type { BoardDefinition, CanNeed, I2cNeed, ReceiverNeed } from '../../catalogue'
import { resolvePlan, type FittedNeed } from '../../plan'
import { canOffers, i2cOffers, receiverOffers } from './buses'

const base = demo('spillway-hex')
const resolvedWith = (edit: (draft: BoardDefinition) => void) => resolvePlan(onBoard(base, edit))
const fittedFor = <N>(need: N) =>
  ({ key: 'x/n', fitted: resolvePlan(base).devices[0]!, need }) as unknown as FittedNeed & { need: N }

const i2c = (addresses: number[], pullUp: boolean) =>
  fittedFor<I2cNeed>({
    id: 'n',
    label: 'Compass',
    kind: 'i2c',
    sda: 'sda',
    scl: 'scl',
    addresses,
    ...(pullUp ? { pullUp: 4700 } : {}),
  })
const can = fittedFor<CanNeed>({ id: 'n', label: 'Power module', kind: 'can', high: 'h', low: 'l' } as CanNeed)
const receiver = (kind: ReceiverNeed['kind'], count: number) =>
  fittedFor<ReceiverNeed>({
    id: 'n',
    label: 'Receiver',
    kind,
    terminals: Array.from({ length: count }, (_, at) => `ch${at + 1}`),
  } as unknown as ReceiverNeed)

const first = <T>(list: Record<string, T>): T => Object.values(list)[0]!

const address = fc.integer({ min: 8, max: 119 })

describe('I²C', () => {
  it('offers each address that no part of the board has, the first for nothing, others at a cost', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(address, { minLength: 1, maxLength: 4 }),
        fc.uniqueArray(address, { maxLength: 4 }),
        fc.boolean(),
        fc.boolean(),
        (wanted, taken, partPulls, busPulls) => {
          const resolved = resolvedWith((draft) => {
            const bus = first(draft.i2c)
            bus.onBoard = taken.map((one) => ({ name: `part ${one}`, address: one }))
            if (busPulls) bus.pullUp = 2200
            else delete bus.pullUp
          })
          const offer = i2cOffers(resolved, i2c(wanted, partPulls))[0]!
          const free = wanted.filter((one) => !taken.includes(one))
          expect(offer.candidates.map(({ placement }) => placement.address)).toEqual(free)
          expect(offer.refusals).toHaveLength(free.length ? 0 : wanted.length)
          for (const { placement, reasons, units } of offer.candidates) {
            expect(units).toEqual([`${offer.place}@${placement.address}`])
            expect(reasons.some(({ rule }) => rule === 'BUS-01')).toBe(placement.address !== wanted[0])
            expect(reasons.some(({ rule }) => rule === 'BUS-02')).toBe(!partPulls && !busPulls)
          }
        },
      ),
      { seed: 81, numRuns: 120 },
    )
  })

  it('names the part that has the address, and the bus that has no pads', () => {
    const taken = resolvedWith((draft) => (first(draft.i2c).onBoard = [{ name: 'barometer', address: 0x76 }]))
    const [offer] = i2cOffers(taken, i2c([0x76], true))
    expect(offer!.refusals[0]!.text).toMatch(/^address 0x76 is taken on .+ by the board's barometer$/)
    const { sda } = first(library.boards['corran-7']!.i2c)
    const hidden = resolvedWith((draft) => {
      for (const [id, { pin }] of Object.entries(draft.pads)) if (pin === sda) delete draft.pads[id]
    })
    expect(i2cOffers(hidden, i2c([0x0d], true))[0]).toMatchObject({
      candidates: [],
      refusals: [{ rule: 'PAD-01', text: expect.stringContaining('is not brought out to pads') as string }],
    })
  })
})

describe('CAN', () => {
  it('is refused by a board without it, by name', () => {
    const resolved = resolvedWith((draft) => (draft.can = {}))
    expect(canOffers(resolved, can)).toMatchObject([{ place: 'can:none', refusals: [{ rule: 'PAD-01' }] }])
  })
  it('is offered for nothing on each bus there is, to any number of parts', () => {
    const board = Object.values(library.boards).find((one) => Object.keys(one.can).length)!
    const resolved = resolvePlan({
      ...base,
      assignment: {},
      board: { definition: board.id, revision: Object.keys(board.revisions)[0]!, firmware: Object.keys(board.firmwares)[0]! },
      definitions: { ...base.definitions, boards: { [board.id]: board } },
    })
    const offers = canOffers(resolved, can)
    expect(offers.map(({ place }) => place)).toEqual(Object.keys(board.can).map((id) => `can:${id}`))
    for (const { candidates } of offers) expect(candidates).toMatchObject([{ units: [], reasons: [], loads: [] }])
  })
})

describe('receivers', () => {
  const single = 'receiver-pulse' as const
  const many = 'receiver-parallel' as const
  const inputs = (count: number, as: 'receiver-pulse' | 'receiver-channel') =>
    resolvedWith((draft) => {
      for (const pin of Object.values(draft.pins)) pin.functions = pin.functions.filter((does) => !does.as.startsWith('receiver'))
      Object.values(draft.pads)
        .filter(({ pin }) => pin)
        .slice(0, count)
        .forEach(({ pin }, at) => {
          const functions = draft.pins[pin!]!.functions as object[]
          functions.push(as === single ? { as } : { as, channel: at + 1 })
        })
    })

  it('with one wire a channel want as many inputs as channels', () => {
    for (let there = 0; there <= 4; there += 1) {
      for (let wanted = 1; wanted <= 4; wanted += 1) {
        const [offer] = receiverOffers(inputs(there, 'receiver-channel'), receiver(many, wanted))
        expect(offer!.candidates.length > 0).toBe(there >= wanted)
        if (there < wanted) expect(offer!.refusals[0]!.text).toContain(`has ${there} receiver inputs; ${wanted} are wanted`)
        else expect(offer!.candidates[0]!.units.length).toBeGreaterThanOrEqual(wanted)
      }
    }
  })
  it('with a single wire take one input for nothing, or are refused', () => {
    expect(receiverOffers(inputs(2, single), receiver(single, 1))[0]!.candidates).toMatchObject([{ reasons: [] }])
    expect(receiverOffers(inputs(0, single), receiver(single, 1))[0]!.refusals[0]!.text).toContain('no input for a single-wire')
  })
})
