import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { allocated, demo } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { allocate, compareScores, difference, forcePlace, layOut, movesBetween, solveNear, solveProblem } from './index'

const prepare = (plan: Plan) => {
  const problem = layOut(resolvePlan(plan))
  return { problem, base: solveProblem(problem, plan) }
}

describe('solveNear', () => {
  it('finds what a search from nothing finds, whatever is ruled out', () => {
    fc.assert(
      fc.property(randomPlan(5), fc.nat(40), fc.nat(10), (plan, which, where) => {
        const { problem, base } = prepare(plan)
        const want = problem.wants[which % problem.wants.length]
        const offer = want?.verdicts[where % Math.max(1, want.verdicts.length)]
        if (!want || !offer) return
        const bans = { ...plan.bans, [want.key]: [...(plan.bans[want.key] ?? []), offer.place] }
        const near = solveNear(problem, { ...plan, bans }, base, [want.key])
        expect(near.score).toEqual(solveProblem(problem, { ...plan, bans }).score)
      }),
      { seed: seedOf(601), numRuns: amount(60) },
    )
  })
})

describe('forcePlace', () => {
  it('tells for each place what a lock there would lead to', () => {
    fc.assert(
      fc.property(randomPlan(4), fc.nat(40), (plan, which) => {
        const { problem, base } = prepare(plan)
        const want = problem.wants[which % Math.max(1, problem.wants.length)]
        if (!want) return
        for (const { place, candidates } of want.verdicts) {
          const forced = forcePlace(problem, plan, base, want.key, place)
          if (!candidates.length) {
            expect(forced).toMatchObject({ possible: false })
            continue
          }
          const edit = want.supply
            ? ({ type: 'supply.choose', supply: want.key, source: place } as const)
            : ({ type: 'need.lock', need: want.key, place } as const)
          const locked = { ...plan, locks: applyEdit(plan, edit).locks, bans: applyEdit(plan, edit).bans }
          const after = solveProblem(problem, locked)
          expect(forced.possible, place).toBe(!after.unmet.includes(want.key))
          if (forced.possible) expect(forced.worse).toEqual(difference(base.score, after.score))
        }
      }),
      { seed: seedOf(602), numRuns: amount(50) },
    )
  })

  it('says who moves where when a place is taken', () => {
    const plan = allocated('spillway-hex')
    const { problem, base } = prepare(plan)
    const forced = forcePlace(problem, plan, base, 'overlay/text', 'port:uart1')
    expect(forced.possible).toBe(true)
    expect(forced.moves).toContainEqual({ key: 'receiver/rc', from: 'port:uart1', to: expect.stringMatching(/^port:/) as string })
    expect(forced.losers).toEqual([])
    expect(forced.worse.unmetMusts).toBe(0)
  })

  it('gives the refusals of a place that cannot be', () => {
    const plan = allocated('spillway-hex')
    const { problem, base } = prepare(plan)
    const forced = forcePlace(problem, plan, base, 'transmitter/control', 'port:uart5')
    expect(forced.possible).toBe(false)
    expect(forced.refusals.map(({ rule }) => rule)).toContain('SER-08')
    expect(forcePlace(problem, plan, base, 'nobody/x', 'port:uart1').possible).toBe(false)
  })

  it('names who is locked where, when a lock leaves no room', () => {
    const plan = applyEdit(allocated('spillway-hex'), { type: 'need.lock', need: 'receiver/rc', place: 'port:uart1' })
    const { problem, base } = prepare(plan)
    const forced = forcePlace(problem, plan, base, 'overlay/text', 'port:uart1')
    expect(forced.possible).toBe(false)
    expect(forced.refusals.map(({ text }) => text)).toEqual(['Control receiver (Control link) is at Port 1 and is locked there'])
    expect(forced.refusals[0]!.rule).toMatch(/^SER-\d\d$/)
  })

  it('allows a place again that was ruled out, and others stay ruled out', () => {
    const ban = (place: 'port:uart1' | 'port:uart2') => ({ type: 'need.ban', need: 'receiver/rc', place }) as const
    const banned = applyEdit(applyEdit(allocated('spillway-hex'), ban('port:uart1')), ban('port:uart2'))
    expect(banned.bans['receiver/rc']).toEqual(['port:uart1', 'port:uart2'])
    const one = applyEdit(banned, { ...ban('port:uart1'), type: 'need.allow' })
    expect(one.bans['receiver/rc']).toEqual(['port:uart2'])
    expect(allocate(resolvePlan(one)).assignment['receiver/rc']!.place).toBe('port:uart1')
    expect(applyEdit(one, { ...ban('port:uart2'), type: 'need.allow' }).bans).toEqual({})
  })

  it('takes even a must its place for a wish that is locked there, and says so', () => {
    const plan = demo('culvert-scout')
    const { problem, base } = prepare(plan)
    const forced = forcePlace(problem, plan, base, 'gnss/fix', 'port:uart1')
    expect(forced.possible).toBe(true)
    expect(forced.worse.unmetMusts).toBe(1)
    expect(forced.losers).toHaveLength(1)
  })

  it('is what happens when the place is locked, on random plans with too many needs', () => {
    let tried = 0
    fc.assert(
      fc.property(randomPlan(5), (drawn) => {
        const { assignment, supplies } = allocate(resolvePlan(drawn))
        const plan = applyEdit(drawn, { type: 'assignment.adopt', assignment, supplies })
        const { problem, base } = prepare(plan)
        for (const { key, verdicts } of problem.wants.filter((want) => want.need)) {
          for (const { place } of verdicts) {
            const forced = forcePlace(problem, plan, base, key, place)
            const { [key]: _, ...bans } = plan.bans
            const locked = allocate(resolvePlan({ ...plan, locks: { ...plan.locks, [key]: place }, bans }))
            expect(forced.possible, `${key} at ${place}`).toBe(locked.assignment[key]?.place === place)
            // Among needs that count the same, another one may be named.
            if (forced.possible) expect(forced.worse, `${key} at ${place}`).toEqual(difference(base.score, locked.score))
            tried += 1
          }
        }
      }),
      { seed: seedOf(77), numRuns: amount(40) },
    )
    expect(tried).toBeGreaterThan(300)
  })
})

describe('scores', () => {
  const score = (musts: number, wish: number, risk: number, moves: number) => ({
    unkeptLocks: 0,
    unmetVital: 0,
    unmetMusts: musts,
    unmetWishes: [wish, 0, 0] as [number, number, number],
    risk,
    moves,
  })
  it('are compared level by level', () => {
    expect(compareScores(score(0, 5, 9, 9), score(1, 0, 0, 0))).toBeLessThan(0)
    expect(compareScores(score(0, 1, 0, 0), score(0, 0, 99, 9))).toBeGreaterThan(0)
    expect(compareScores(score(0, 0, 1, 0), score(0, 0, 1, 0))).toBe(0)
    expect(compareScores(score(0, 0, 1, 2), score(0, 0, 1, 1))).toBeGreaterThan(0)
  })
  it('differ by what the second has more', () => {
    expect(difference(score(0, 1, 5, 2), score(1, 0, 9, 2))).toEqual({
      unkeptLocks: 0,
      unmetVital: 0,
      unmetMusts: 1,
      unmetWishes: [-1, 0, 0],
      risk: 4,
      moves: 0,
    })
  })
  it('know no moves between the same', () => {
    const one = allocate(resolvePlan(demo('fellside-mapper')))
    expect(movesBetween(one, one)).toEqual([])
  })
})
