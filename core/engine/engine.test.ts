import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { allocated, demo, type DemoName } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { splitKey } from '../plan'
import { adopt, analyse, begun, settle } from './index'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']

describe('analyse', () => {
  it('is a pure function: twice the same, and the plan unchanged', () => {
    fc.assert(
      fc.property(randomPlan(4), (plan) => {
        const before = structuredClone(plan)
        const one = analyse(plan)
        expect(analyse(plan)).toEqual(one)
        expect(plan).toEqual(before)
        expect(() => structuredClone(one)).not.toThrow()
      }),
      { seed: seedOf(51), numRuns: 40 },
    )
  })

  it.each(names)('has a lane for each port and a grid row for each need of %s', (name) => {
    const plan = allocated(name)
    const { lanes, grid, rails, links, power } = analyse(plan)
    const board = plan.definitions.boards[plan.board.definition]!
    expect(lanes.length).toBeGreaterThan(0)
    for (const { port } of lanes) expect(Object.keys(board.ports)).toContain(port)
    const docked = lanes.flatMap((lane) => lane.docked.map(({ need }) => need))
    expect(docked.sort()).toEqual(Object.keys(links).sort())
    for (const row of grid) {
      expect(splitKey(row.key)).toEqual([row.device, row.part])
      for (const cell of row.cells) {
        if (cell.verdict === 'fits') expect(cell.risk).toBe(0)
        if (cell.verdict === 'cost') expect(cell.risk).toBeGreaterThan(0)
        if (cell.verdict === 'cannot') expect(cell.reasons.length).toBeGreaterThan(0)
      }
    }
    for (const rail of rails) {
      const row = power.rows.find(({ place }) => place === rail.place)!
      expect([rail.typical, rail.peak, rail.limit]).toEqual([row.typical, row.peak, row.limit])
    }
  })

  it.each(names)('lists the power tree of %s from the sources down, each row once', (name) => {
    const { power } = analyse(allocated(name))
    const places = power.rows.map(({ place }) => place)
    expect(new Set(places).size).toBe(places.length)
    for (const row of power.rows) {
      if (row.parent === undefined || !places.includes(row.parent)) continue
      const parent = power.rows.find(({ place }) => place === row.parent)!
      expect(places.indexOf(row.parent)).toBeLessThan(places.indexOf(row.place))
      expect(row.depth).toBe(parent.depth + 1)
      if (row.alive.usb && !row.place.startsWith('rail:')) expect(parent.alive.usb).toBe(true)
    }
    const both = new Set(power.states.both.alive)
    for (const state of ['usb', 'battery'] as const) for (const id of power.states[state].alive) expect(both.has(id)).toBe(true)
  })
})

describe('settle', () => {
  it('leaves a plan that has not begun alone, and settles one that has, for good', () => {
    fc.assert(
      fc.property(randomPlan(4), (plan) => {
        const bare = { ...plan, assignment: {}, supplies: {} }
        expect(settle(bare).plan).toBe(bare)
        const started = adopt(bare, analyse(bare).proposal)
        if (!begun(started)) return
        const once = settle(started)
        expect(once.analysis.current).toBe(true)
        expect(settle(once.plan).plan).toBe(once.plan)
      }),
      { seed: seedOf(52), numRuns: 60 },
    )
  })
  it('does not move anything when the user allocates by hand', () => {
    const plan = { ...allocated('spillway-hex', { type: 'need.lock', need: 'gnss/fix', place: 'port:uart1' }), automatic: false }
    const { plan: settled, analysis } = settle(plan)
    expect(settled).toBe(plan)
    expect(analysis.current).toBe(false)
    expect(analysis.proposal.assignment['gnss/fix']!.place).toBe('port:uart1')
  })
  it('knows an untouched demo build has not begun', () => {
    expect(begun(demo('spillway-hex'))).toBe(false)
  })
})
