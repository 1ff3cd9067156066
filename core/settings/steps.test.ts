import { describe, expect, it } from 'vitest'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan } from '../plan'
import { boardSteps, calibratedScale, setupRounds } from '.'

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
