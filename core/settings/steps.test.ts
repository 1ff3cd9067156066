import { describe, expect, it } from 'vitest'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan } from '../plan'
import { boardSteps, calibratedScale, deviceSheet, setupRounds } from '.'

const rounds = (name: DemoName) => setupRounds(resolvePlan(allocated(name)))
const roundOf = (all: ReturnType<typeof setupRounds>, id: string) =>
  all.findIndex((round) => round.some((step) => step.id === id))

describe('what to set, in order', () => {
  it('software ports are enabled, and the board restarted, before anything is set for them', () => {
    const all = rounds('culvert-scout')
    const soft = all.flat().filter(({ after }) => after.some(({ id }) => id === 'feature:software-ports'))
    expect(soft.length).toBeGreaterThan(0)
    for (const { id } of soft) expect(roundOf(all, id)).toBeGreaterThan(roundOf(all, 'feature:software-ports'))
  })

  it('pads are freed, and that saved, before they are claimed', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const) {
      const all = rounds(name)
      for (const step of all.flat())
        for (const { id, restart } of step.after)
          if (restart && roundOf(all, id) >= 0)
            expect(roundOf(all, step.id), `${name} ${step.id}`).toBeGreaterThan(roundOf(all, id))
    }
  })

  it('each link that there is has its port set', () => {
    const resolved = resolvePlan(allocated('spillway-hex'))
    const ports = boardSteps(resolved).filter(({ id }) => id.startsWith('link:'))
    const placed = Object.entries(resolved.plan.assignment).filter(([, { place }]) => place.startsWith('port:'))
    expect(ports.map(({ id }) => id).sort()).toEqual(placed.map(([need]) => `link:${need}`).sort())
  })

  it('what goes through a bridge comes behind the port it goes through, and names its number', () => {
    const plan = applyEdit(allocated('spillway-hex'), {
      type: 'setting.set',
      device: 'overlay',
      setting: 'standard',
      value: 'NTSC',
    })
    const all = setupRounds(resolvePlan(plan))
    const step = all.flat().find(({ id }) => id === 'setting:overlay/standard')!
    expect(step).toMatchObject({ where: 'overlay', value: 'NTSC', way: expect.stringMatching(/a bridge to .*Port/) as string })
    expect(roundOf(all, step.id)).toBeGreaterThan(roundOf(all, 'link:overlay/text'))
  })

  it('nothing allocated asks for nothing of the links', () => {
    const plan = { ...allocated('spillway-hex'), assignment: {} }
    expect(boardSteps(resolvePlan(plan))).toEqual([])
  })
})

it('a scale of 200 that shows 21.0 V at 22.4 V becomes 213.3', () => {
  expect(calibratedScale(200, 22.4, 21)).toBeCloseTo(213.3, 1)
  expect(() => calibratedScale(200, 22.4, 0)).toThrow('above 0')
})

it('a scale is written as it is told, and however small never as 0', () => {
  const stepOf = (scale: number) => {
    const plan = applyEdit(allocated('spillway-hex'), { type: 'scale.set', scale: 'voltage', value: scale })
    return setupRounds(resolvePlan(plan))
      .flat()
      .find(({ id }) => id === 'scale:voltage')!
  }
  for (const [scale, written] of [
    [213.333, 213.3],
    [1, 1],
    [0.02, 0.02],
    [0.000_123_45, 0.000_123],
    [1_000_000, 1_000_000],
  ] as const)
    expect(stepOf(scale)).toMatchObject({ value: String(written), sets: { 'scale.voltage': written } })
})

describe('what to set for the flight', () => {
  const step = (id: string) =>
    setupRounds(resolvePlan(allocated('spillway-hex')))
      .flat()
      .find((each) => each.id === id)
  it('has channels with their ranges, outputs with what drives them, and how bright lights may be', () => {
    expect(step('channel:6')).toMatchObject({
      where: 'board',
      what: 'Channel 6',
      value:
        '900 to 1250 µs: Flight mode: Self-levelling; 1250 to 1750 µs: Flight mode: Position hold; 1750 to 2100 µs: Flight mode: Return home',
      sets: {
        'range.level': '6 900-1250 mode level',
        'range.hold': '6 1250-1750 mode position',
        'range.home': '6 1750-2100 mode home',
      },
    })
    const outputs = setupRounds(resolvePlan(allocated('spillway-hex')))
      .flat()
      .filter(({ id }) => id.startsWith('source:'))
    expect(outputs.map(({ value, why }) => `${why}: ${value}`)).toEqual([
      'Gimbal: Pitch pulse: channel 11; 1000, 1500, 2000 µs',
      'Gimbal: Roll pulse: channel 12; 1000, 1500, 2000 µs',
    ])
    expect(
      setupRounds(resolvePlan(allocated('spillway-hex')))
        .flat()
        .find(({ id }) => id.startsWith('brightness:')),
    ).toMatchObject({ value: 'brightness up to 50 %' })
  })
  it('has a setting of a part that a channel has to agree with', () => {
    const plan = applyEdit(allocated('fellside-mapper'), {
      type: 'job.set',
      job: 'call',
      as: { does: 'beeper', channel: 9, from: 1800, to: 2100 },
    })
    const resolved = resolvePlan(plan)
    const row = deviceSheet(resolved, resolved.device('converter')!).find(({ setting }) => setting.id === 'sound')!
    expect(row).toMatchObject({ value: 9, wanted: { value: 9, because: 'channel 9 switches that on the board' } })
    const other = resolvePlan(applyEdit(plan, { type: 'setting.set', device: 'converter', setting: 'sound', value: 4 }))
    expect(deviceSheet(other, other.device('converter')!).find(({ setting }) => setting.id === 'sound')).toMatchObject({
      value: 4,
      wanted: { value: 9 },
    })
  })
})
