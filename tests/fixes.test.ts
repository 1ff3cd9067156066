import fc from 'fast-check'
import { expect, it } from 'vitest'
import { check, checkContext } from '#core/checks'
import { adopt, analyse, settle } from '#core/engine'
import { wiresOf } from '#core/harness'
import { applyEdit, resolvePlan, type Edit, type Plan, type WirePoint } from '#core/plan'
import { allocated } from './helpers/plans'
import { shippedPlan } from './helpers/random-plan'

const findingsOf = (plan: Plan) => check(checkContext(resolvePlan(plan)))
const stopsOf = (plan: Plan) =>
  new Map(findingsOf(plan).flatMap(({ severity, id, fact }) => (severity === 'stop' ? [[id, fact]] : [])))

/** A plan with wires moved to pads of the board at random. */
function miswired(plan: Plan, moves: { wire: number; end: number }[]): Plan {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  const ends = resolved.board.pads.map(({ id }): WirePoint => `pad:${id}`)
  return moves.reduce((made, { wire, end }) => {
    const { id } = wires[wire % wires.length]!
    const edit: Edit = { type: 'wire.set', wire: id, set: { end: ends[end % ends.length]! } }
    return applyEdit(made, edit)
  }, plan)
}

/** Fixes of a plan that bring a stop which was not there, with the plan allocated anew. */
function worse(plan: Plan): string[] {
  const before = stopsOf(plan)
  return findingsOf(plan).flatMap(({ rule, fixes }) =>
    fixes.flatMap(({ label, edit }) => {
      const after = settle({ ...applyEdit(plan, edit), automatic: true }).plan
      const more = [...stopsOf(after)].filter(([id]) => !before.has(id)).map(([, fact]) => fact)
      return more.length ? [`${rule} “${label}”: ${more.join('; ')}`] : []
    }),
  )
}

it('no fix that is offered leads to a stop, on shipped plans large and small', () => {
  const demos = (['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const).map((name) => allocated(name))
  const others = fc.sample(shippedPlan(14), { seed: 5, numRuns: 40 }).map((plan) => adopt(plan, analyse(plan).proposal))
  for (const plan of [...demos, ...others]) expect(worse(plan)).toEqual([])
})

it('nor with wires moved at random', () => {
  const demos = (['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const).map((name) => allocated(name))
  const move = fc.record({ wire: fc.nat(), end: fc.nat() })
  fc.assert(
    fc.property(fc.nat(2), fc.array(move, { minLength: 1, maxLength: 2 }), (which, moves) => {
      const plan = miswired(demos[which]!, moves)
      // Where something burns already, what else burns follows from what is mended first.
      if (!stopsOf(plan).size) expect(worse(plan)).toEqual([])
    }),
    { seed: 12, numRuns: 60 },
  )
})
