import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { demo, library } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { applyEdit, referTo, resolvePlan, type Plan } from '../plan'
import { conflictOf, layOut, solveProblem, waysOut, type Conflict, type Problem } from './index'

const prepare = (plan: Plan) => {
  const problem = layOut(resolvePlan(plan))
  return { problem, base: solveProblem(problem, plan) }
}

/** Whether some wants alone can all be met under some locks and bans. */
function fits(problem: Problem, keys: string[], choices: Conflict['choices']): boolean {
  const without = new Set(problem.wants.map(({ key }) => key).filter((key) => !keys.includes(key)))
  const locks = Object.fromEntries(choices.filter(({ kind }) => kind === 'lock').map(({ key, place }) => [key, place]))
  const bans: Plan['bans'] = {}
  for (const { key, place, kind } of choices) if (kind === 'ban') bans[key] = [...(bans[key] ?? []), place]
  const { unmet } = solveProblem(problem, { locks, bans, without })
  return !unmet.some((key) => keys.includes(key))
}

describe('conflictOf', () => {
  it('is a conflict, and none without any one of its members', () => {
    fc.assert(
      fc.property(randomPlan(5), (plan) => {
        const { problem, base } = prepare(plan)
        for (const key of base.unmet) {
          const conflict = conflictOf(problem, base, key)
          const all = [key, ...conflict.needs]
          expect(fits(problem, all, conflict.choices), 'the whole').toBe(false)
          for (const need of conflict.needs) {
            expect(
              fits(
                problem,
                all.filter((kept) => kept !== need),
                conflict.choices,
              ),
              `without ${need}`,
            ).toBe(true)
          }
          for (const choice of conflict.choices) {
            expect(
              fits(
                problem,
                all,
                conflict.choices.filter((kept) => kept !== choice),
              ),
              `without the ${choice.kind}`,
            ).toBe(true)
          }
        }
      }),
      { seed: seedOf(621), numRuns: 60 },
    )
  })

  it('names the two links that hold the two fast ports of the small board', () => {
    const plan = demo('culvert-scout')
    const { problem, base } = prepare(plan)
    expect(base.unmet).toEqual(['logger/log'])
    expect(conflictOf(problem, base, 'logger/log')).toEqual({
      key: 'logger/log',
      needs: ['receiver/rc', 'overlay/text'],
      choices: [],
    })
  })

  it('names a lock that stands in the way', () => {
    const plan = demo(
      'spillway-hex',
      { type: 'need.lock', need: 'gnss/fix', place: 'port:uart7' },
      { type: 'need.lock', need: 'logger/log', place: 'port:uart7' },
    )
    const { problem, base } = prepare(plan)
    const [key] = base.unmet
    const { choices } = conflictOf(problem, base, key!)
    expect(choices.length).toBeGreaterThan(0)
    for (const { place } of choices) expect(place).toBe('port:uart7')
  })
})

describe('waysOut', () => {
  it('each give the need its place and take none that counts as much', () => {
    const plan = demo('culvert-scout')
    const { problem, base } = prepare(plan)
    const conflict = conflictOf(problem, base, 'logger/log')
    const ways = waysOut(problem, base, conflict, Object.values(library.boards))
    expect(ways.length).toBeGreaterThan(3)
    for (const { edit, label } of ways) {
      const after = applyEdit(plan, edit)
      const { unmet } = prepare(after).base
      expect(unmet, label).not.toContain('logger/log')
      for (const key of unmet) {
        const priority = after.devices.find(({ id }) => key.startsWith(`${id}/`))!.priority
        expect(priority === 'must' ? 0 : priority, label).toBeGreaterThan(1)
      }
    }
  })

  it('include a variant that a software port can carry, and say what is given up', () => {
    const plan = demo('culvert-scout')
    const { problem, base } = prepare(plan)
    const labels = waysOut(problem, base, conflictOf(problem, base, 'logger/log')).map(({ label }) => label)
    expect(labels).toContain('Text overlay: hardware 1, half rate, giving up GNSS')
  })

  it('give up nothing that counts as much', () => {
    // As it was, GNSS may go; once it counts as much as the logger, it may not.
    const alike = applyEdit(demo('culvert-scout'), { type: 'device.priority', device: 'gnss', priority: 1 })
    const { problem, base } = prepare(alike)
    expect(base.unmet).toContain('logger/log')
    const ways = waysOut(problem, base, conflictOf(problem, base, 'logger/log'), Object.values(library.boards))
    expect(ways.length).toBeGreaterThan(0)
    expect(ways.flatMap(({ givesUp }) => givesUp)).not.toContain('GNSS')
  })

  it('take away a lock where that is enough', () => {
    const plan = demo(
      'spillway-hex',
      { type: 'need.lock', need: 'gnss/fix', place: 'port:uart7' },
      { type: 'need.lock', need: 'logger/log', place: 'port:uart7' },
    )
    const { problem, base } = prepare(plan)
    const ways = waysOut(problem, base, conflictOf(problem, base, base.unmet[0]!))
    expect(ways.some(({ edit }) => edit.type === 'need.unlock')).toBe(true)
  })

  it('are pairs of edits when no single one does', () => {
    const twice = demo(
      'spillway-hex',
      { type: 'need.lock', need: 'gnss/fix', place: 'port:uart7' },
      ...['uart1', 'uart2', 'uart3', 'uart4', 'uart5', 'uart6'].map((port) => ({
        type: 'need.ban' as const,
        need: 'logger/log',
        place: referTo('port', port),
      })),
      { type: 'need.ban', need: 'logger/log', place: 'port:uart7' },
      { type: 'need.ban', need: 'logger/log', place: 'storage:flash' },
    )
    const { problem, base } = prepare(twice)
    expect(base.unmet).toContain('logger/log')
    for (const { edit } of waysOut(problem, base, conflictOf(problem, base, 'logger/log'))) {
      expect(prepare(applyEdit(twice, edit)).base.unmet).not.toContain('logger/log')
    }
  })
})
