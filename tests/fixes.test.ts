import fc from 'fast-check'
import { expect, it } from 'vitest'
import { check, checkContext, type Finding } from '#core/checks'
import { adopt, analyse, settle } from '#core/engine'
import { wiresOf } from '#core/harness'
import { applyEdit, lightStates, resolvePlan, type Edit, type LightState, type Plan, type WirePoint } from '#core/plan'
import { amount, seedOf } from './helpers/amount'
import { randomControls } from './helpers/controls'
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
  const others = fc
    .sample(shippedPlan(14), { seed: seedOf(5), numRuns: amount(25) })
    .map((plan) => adopt(plan, analyse(plan).proposal))
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
    { seed: seedOf(12), numRuns: amount(35) },
  )
})

/** Findings of controls and lights: rule, severity, id and fixes. */
const inFlight = (plan: Plan) => findingsOf(plan).filter(({ rule }) => /^(CHN|LGT)/.test(rule))
const isGrave = ({ severity }: { severity: string }) => severity === 'stop' || severity === 'fix'

/** Fixes of controls and lights that bring a stop or fix among them of which nothing was told before, and ids that two findings have. */
function worseInFlight(plan: Plan): string[] {
  const found = inFlight(plan)
  const ids = found.map(({ id }) => id)
  // What stays wrong may be about fewer things afterwards: a job less.
  const known = ({ rule, subjects }: Finding) =>
    found.some((each) => isGrave(each) && each.rule === rule && subjects.every((of) => each.subjects.includes(of)))
  const twice = ids.filter((id, at) => ids.indexOf(id) < at).map((id) => `${id} stands twice`)
  const brought = found.flatMap(({ rule, id, fixes }) =>
    fixes.flatMap(({ label, edit }) => {
      const after = inFlight(applyEdit(plan, edit))
      // A control that is heard for the first time may have been wrong all along.
      const more = rule === 'CHN-01' ? [] : after.filter((each) => isGrave(each) && !known(each))
      const stays = after.some((each) => each.id === id)
      return [
        ...more.map(({ fact }) => `${rule} “${label}”: ${fact}`),
        ...(stays ? [`${rule} “${label}” settles nothing of ${id}`] : []),
      ]
    }),
  )
  return [...twice, ...brought]
}

it('fixes of controls settle what they are for and bring nothing graver, whatever hangs on which channel', () => {
  const hex = allocated('spillway-hex')
  fc.assert(
    fc.property(randomControls, (controls) => void expect(worseInFlight({ ...hex, controls })).toEqual([])),
    { seed: seedOf(171), numRuns: amount(40), endOnFailure: true },
  )
})

it('so do those of lights, however strips lie and segments overlap', () => {
  const hex = allocated('spillway-hex')
  const spot = fc.record({ x: fc.integer({ min: -400, max: 400 }), y: fc.integer({ min: -400, max: 400 }) })
  const piece = fc.record({
    lights: fc.integer({ min: 1, max: 40 }),
    from: spot,
    to: spot,
    facing: fc.constantFrom(0, 90, 180, 270, 'down' as const),
  })
  const meaning = fc.record({
    when: fc.constantFrom(...(Object.keys(lightStates) as LightState[])),
    colour: fc.constantFrom('#ffffff', '#ff0000', '#000000'),
    effect: fc.constantFrom('steady' as const, 'blink' as const),
  })
  const segment = fc
    .record({
      first: fc.integer({ min: 1, max: 70 }),
      long: fc.nat(30),
      meanings: fc.array(meaning, { maxLength: 5 }),
      of: fc.constantFrom('ring/data', 'ring/data', 'gone/data'),
    })
    .map(({ first, long, meanings, of }) => ({ name: `S${first}`, need: of, first, last: first + long, meanings }))
  fc.assert(
    fc.property(
      fc.array(piece, { minLength: 1, maxLength: 6 }),
      fc.array(segment, { maxLength: 4 }),
      fc.constantFrom(0.2, 0.5, 1),
      (pieces, segments, limit) => {
        const lights = {
          strips: { 'ring/data': { pieces, limit } },
          segments: Object.fromEntries(segments.map((each, at) => [`s${at}`, each])),
        }
        expect(worseInFlight({ ...hex, lights })).toEqual([])
      },
    ),
    { seed: seedOf(172), numRuns: amount(30) },
  )
})
