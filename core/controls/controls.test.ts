import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { controlled, onHandset, passed, randomControls } from '../../tests/helpers/controls'
import { add, allocated, library } from '../../tests/helpers/plans'
import { resolveDevice, type PulseNeed } from '../catalogue'
import { resolvePlan, type Plan } from '../plan'
import {
  carried,
  carrierOf,
  chainAt,
  channelOf,
  columnsOf,
  effectOf,
  matrixOf,
  positionsOf,
  positionsWith,
  jobsAt,
  pulseOf,
  scale,
  soundsOf,
  travelOf,
  triggered,
  valueOfWidth,
  widthOfTravel,
} from './index'

const pulseNeed = (device: string, need: string) => {
  const found = resolveDevice(library.devices[device]!, Object.keys(library.devices[device]!.variants)[0]!).needs.find(
    ({ id }) => id === need,
  )
  return found as PulseNeed
}
const output = fc
  .tuple(
    fc.integer({ min: 600, max: 1300 }),
    fc.integer({ min: 50, max: 500 }),
    fc.integer({ min: 50, max: 500 }),
    fc.boolean(),
    fc.integer({ min: 0, max: 90 }),
  )
  .map(([low, first, second, reversed, curve]) =>
    passed(8, { low, middle: low + first, high: low + first + second, reversed, curve }),
  )

describe('pulses', () => {
  it('keep to their ends and rise with the value, or fall where reversed, at every curve', () => {
    fc.assert(
      fc.property(output, fc.double({ min: -1, max: 0.99, noNaN: true }), (shape, value) => {
        const width = pulseOf(shape, value)
        expect(width).toBeGreaterThanOrEqual(shape.low - 1e-9)
        expect(width).toBeLessThanOrEqual(shape.high + 1e-9)
        const further = pulseOf(shape, value + 0.01) - width
        expect(shape.reversed ? -further : further).toBeGreaterThan(0)
      }),
      { seed: seedOf(141) },
    )
  })
  it('have their ends and middle whatever the curve', () => {
    fc.assert(
      fc.property(output, (shape) => {
        const [low, high] = shape.reversed ? [1, -1] : [-1, 1]
        expect(pulseOf(shape, low)).toBeCloseTo(shape.low, 6)
        expect(pulseOf(shape, 0)).toBeCloseTo(shape.middle, 6)
        expect(pulseOf(shape, high)).toBeCloseTo(shape.high, 6)
      }),
      { seed: seedOf(142) },
    )
  })
  it('map onto degrees and back, linear between the ends', () => {
    const servo = pulseNeed('ulna-d12', 'position')
    expect(travelOf(servo, 1000)).toBe(-60)
    expect(travelOf(servo, 1500)).toBe(0)
    expect(travelOf(servo, 1750)).toBe(30)
    expect(travelOf(servo, 2500)).toBe(60)
    expect(widthOfTravel(servo, 30)).toBe(1750)
    fc.assert(
      fc.property(fc.double({ min: -60, max: 60, noNaN: true }), (degrees) => {
        expect(travelOf(servo, widthOfTravel(servo, degrees)!)).toBeCloseTo(degrees, 9)
      }),
      { seed: seedOf(143) },
    )
  })
  it('turn on above a threshold, off below it, and are as before between', () => {
    const buzzer = pulseNeed('carrel-3', 'beep')
    expect([1000, 1519, 1530, 1550, 2000].map((width) => triggered(buzzer, width))).toEqual([false, false, undefined, true, true])
    expect(effectOf(buzzer, 1530)).toBe('as before (near 1550 µs)')
    expect(effectOf(buzzer, undefined)).toBe('sounds after a minute')
    expect(effectOf(pulseNeed('ulna-a9', 'position'), 1750)).toBe('22.5°')
  })
  it('stand in the middle at 1500 µs, and go no further than their ends', () => {
    expect([900, 1000, 1250, 1500, 2000, 2100].map(valueOfWidth)).toEqual([-1, -1, -0.5, 0, 1, 1])
  })
})

describe('ranges', () => {
  it('switch what they hold from their low edge up to their high one', () => {
    fc.assert(
      fc.property(
        randomControls,
        fc.integer({ min: 1, max: 18 }),
        fc.integer({ min: scale.low, max: scale.high - 1 }),
        (controls, channel, width) => {
          const on = Object.entries(controls.jobs).flatMap(([id, job]) =>
            job.channel === channel && job.from <= width && width < job.to ? [id] : [],
          )
          expect(jobsAt(controls, channel, width)).toEqual(on)
        },
      ),
      { seed: seedOf(144) },
    )
  })
})

describe('what a receiver carries', () => {
  const hex = () => resolvePlan(allocated('spillway-hex'))
  it('is as many channels as protocol and receiver have, some of them on and off alone', () => {
    expect(carrierOf(hex())).toMatchObject({ channels: 16, onOff: [5], steps: 1024, rate: 150 })
    expect(carrierOf(resolvePlan(allocated('culvert-scout')))).toMatchObject({ channels: 16, onOff: [] })
    expect(carrierOf(resolvePlan({ ...allocated('spillway-hex'), assignment: {} }))).toBeUndefined()
  })
  it('rounds a pulse to what wire and radio tell apart', () => {
    const carrier = carrierOf(hex())!
    expect(carried(carrier, 17, 1500)).toBeUndefined()
    expect(carried(carrier, 5, 1499)).toBe(1000)
    expect(carried(carrier, 5, 1500)).toBe(2000)
    fc.assert(
      fc.property(fc.double({ min: 988, max: 2012, noNaN: true }), (width) => {
        // Half a step of the radio and half a count of the wire, at most.
        expect(Math.abs(carried(carrier, 8, width)! - width)).toBeLessThanOrEqual(0.5005 + 0.3126)
      }),
      { seed: seedOf(145) },
    )
  })
})

describe('the chain from switch to part', () => {
  it('has exactly one value at each point for each switch position, the same in the table', () => {
    fc.assert(
      fc.property(randomControls, (controls) => {
        const plan: Plan = { ...allocated('spillway-hex'), controls }
        const resolved = resolvePlan(plan)
        const { columns, rows } = matrixOf(resolved)
        for (const { cells } of rows) expect(cells).toHaveLength(columns.length)
        const shared = new Set(
          columns
            .filter((column) => columns.some((other) => other.control !== column.control && other.channel === column.channel))
            .map(({ channel }) => channel),
        )
        columns.forEach(({ control, position, channel, sent, read }, at) => {
          if (shared.has(channel)) return
          const chain = chainAt(resolved, { [control]: position.value })
          expect(chain.channels.filter((each) => each.control === control)).toEqual([expect.objectContaining({ channel, sent })])
          expect(chain.channels.find((each) => each.control === control)!.read).toBe(read)
          for (const own of chain.jobs.filter((each) => each.channel === channel)) {
            const row = rows.find(({ cells, name }) => name === own.name && cells[at])!
            if (own.on) expect(row.cells[at]).toEqual({ text: 'on', on: true })
          }
          const pitch = chain.outputs.find(({ need }) => need.key === 'gimbal/pitch')!
          if (channelOf(controls.outputs['gimbal/pitch']!) === channel)
            expect(rows.find(({ id }) => id === 'output:gimbal/pitch')!.cells[at]).toEqual({
              text: pitch.effect,
              ...(pitch.pulse !== undefined && { pulse: pitch.pulse }),
            })
        })
      }),
      { seed: seedOf(146), numRuns: 60 },
    )
  })
  it('works a switch of the hex through to its spotlight, and a wheel to degrees', () => {
    const resolved = resolvePlan(allocated('spillway-hex'))
    const { jobs, outputs, channels } = chainAt(resolved, { 'back-right': 1, 'wheel-left': -1 })
    expect(channels.find(({ channel }) => channel === 9)).toMatchObject({ sent: 2000, read: 2000 })
    expect(jobs.find(({ name }) => name === 'Spotlight: Light on')).toMatchObject({ on: true, channel: 9 })
    expect(outputs.find(({ name }) => name === 'Gimbal: Pitch pulse')).toMatchObject({ pulse: 1000, effect: '−45°' })
  })
  it('names the positions that a job is on at: of the switch that it is given, none of one without a channel', () => {
    const plan = allocated('spillway-hex')
    const { jobs, handset } = plan.controls
    const moved = (channel: number) =>
      resolvePlan({ ...plan, controls: { ...plan.controls, jobs: { ...jobs, ring: { ...jobs.ring!, channel } } } })
    const [of] = Object.values(handset).filter(({ channel }) => channel === jobs.ring!.channel)
    expect(positionsWith(resolvePlan(plan), { does: 'lights' })).toEqual([`${of!.name} front`])
    expect(positionsWith(moved(9), { does: 'lights' })).toEqual([`${handset['back-right']!.name} front`])
    const unheard = Array.from({ length: 16 }, (_, at) => at + 1).find((each) =>
      Object.values(handset).every(({ channel }) => channel !== each),
    )!
    expect(positionsWith(moved(unheard), { does: 'lights' })).toEqual([])
    expect(positionsWith(resolvePlan(allocated('culvert-scout')), { does: 'lights' })).toBeUndefined()
  })
  it('turns a levelled axis against the tilt of the craft, around where a channel points it', () => {
    const level = passed(11, { by: 'level', axis: 'pitch' })
    const resolved = resolvePlan(controlled({ outputs: { 'gimbal/pitch': level } }))
    const effects = [-20, 0, 30, 90].map(
      (pitch) =>
        chainAt(resolved, { 'wheel-left': 0.5 }, { roll: 0, pitch, yaw: 0 }).outputs.find(
          ({ name }) => name === 'Gimbal: Pitch pulse',
        )!.effect,
    )
    expect(effects.map((each) => Math.round(Number.parseFloat(each.replace('−', '-'))))).toEqual([43, 23, -7, -45])
  })
  it('goes through a reversed control, and says what nothing drives', () => {
    const plan = controlled({ handset: { arm: { ...onHandset('switch-2', 5), reversed: true } } })
    const columns = columnsOf(resolvePlan(plan)).filter(({ control }) => control === 'arm')
    expect(columns.map(({ sent }) => sent)).toEqual([2000, 1000])
    const bare = resolvePlan({ ...plan, controls: { ...plan.controls, outputs: {} } })
    expect(chainAt(bare, {}).outputs[0]).toMatchObject({ effect: 'nothing drives it' })
    expect(positionsOf('switch-3').map(({ value }) => value)).toEqual([-1, 0, 1])
  })
})

describe('sounds', () => {
  it('say how each kind of buzzer is driven, what sounds it, and what remains without a battery', () => {
    const plan = controlled({}, 'spillway-hex', add('carrel-3', 'pulsed'), add('carrel-lost', 'lost'))
    const [driver, pulsed, lost] = soundsOf(
      resolvePlan({ ...plan, controls: { ...plan.controls, outputs: { 'pulsed/beep': passed(8) } } }),
    )
    expect(driver).toMatchObject({
      suits: true,
      when: ['channel 10 from 1800 to 2100 µs', 'low battery voltage', 'lost control link'],
    })
    expect(driver!.by).toMatch(/^It is switched by a driver, and Corran 7 has one/)
    expect(pulsed).toMatchObject({ suits: true, when: ['channel 8, from 1550 µs on'], without: 'it is silent' })
    expect(lost!.without).toMatch(/own battery/)
  })
  it('say that a board without a driver does not suit a two-lead buzzer', () => {
    const plan = allocated('fellside-mapper')
    const board = plan.definitions.boards['lathe-w2']!
    const pins = Object.fromEntries(
      Object.entries(board.pins).map(([id, pin]) => [
        id,
        { ...pin, functions: pin.functions.filter((each) => each.as !== 'buzzer') },
      ]),
    )
    const bare = { ...plan, definitions: { ...plan.definitions, boards: { 'lathe-w2': { ...board, pins } } } }
    const [, two] = soundsOf(resolvePlan(withTwo(bare)))
    expect(two).toMatchObject({ suits: false, when: [] })
  })
})

const withTwo = (plan: Plan): Plan => ({
  ...plan,
  definitions: { ...plan.definitions, devices: { ...plan.definitions.devices, 'carrel-2': library.devices['carrel-2']! } },
  devices: [
    ...plan.devices,
    {
      id: 'two',
      definition: 'carrel-2',
      variant: Object.keys(library.devices['carrel-2']!.variants)[0]!,
      name: 'Two',
      priority: 'must',
      leftOut: [],
    },
  ],
})
