import { describe, expect, it } from 'vitest'
import { amount } from '../../tests/helpers/amount'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { allocated } from '../../tests/helpers/plans'
import { drawing } from '../../tests/helpers/random-packing'
import { applyEdit, resolvePlan, type Edit, type Plan } from '../plan'
import { allocate, compareScores, layOut, solveProblem, type SearchLimits } from './index'

/** Edits that change what the search is asked, or what it is said of. */
function editsOf(plan: Plan, draw: ReturnType<typeof drawing>): Edit[] {
  const [need, device] = [draw.of(Object.keys(plan.assignment)), draw.of(plan.devices).id]
  const other = plan.assignment[draw.of(Object.keys(plan.assignment))]!.place
  const { place } = plan.assignment[need]!
  return [
    { type: 'plan.note', note: `${draw.below(9)}` },
    { type: 'device.rename', device, name: `Another ${draw.below(9)}` },
    { type: 'device.priority', device, priority: draw.of(['must', 1, 2, 3] as const) },
    { type: 'device.remove', device },
    { type: 'need.lock', need, place },
    { type: 'need.lock', need, place: other },
    { type: 'need.ban', need, place },
    { type: 'battery.set', battery: { ...plan.battery, capacity: 500 + draw.below(9000) } },
  ]
}

describe('what the search is given', () => {
  it('leads to the answer that there would be if nothing had been worked out before, through edits one after the other', () => {
    const plans = [allocated('spillway-hex'), allocated('culvert-scout'), ...[7, 12].map((seed) => drawnPlan(seed, 12))]
    const draw = drawing(41)
    for (const first of plans) {
      let plan = first
      for (let turn = 0; turn < amount(25); turn += 1) {
        const { assignment, supplies } = allocate(resolvePlan(plan))
        if (draw.chance(0.6)) plan = applyEdit(plan, { type: 'assignment.adopt', assignment, supplies })
        const edited = Object.keys(plan.assignment).length ? applyEdit(plan, draw.of(editsOf(plan, draw))) : plan
        if (edited.devices.length > 2) plan = edited
        const anew = allocate(resolvePlan(structuredClone(plan)))
        expect({ ...allocate(resolvePlan(plan)), nodes: 0 }, `${turn}`).toEqual({ ...anew, nodes: 0 })
      }
    }
  })

  it('stays what it is while only a note, a name or a lock is another, and is another with a wish, a place or a device', () => {
    const plan = structuredClone(allocated('spillway-hex'))
    const given = (...edits: Edit[]) => layOut(resolvePlan(edits.reduce(applyEdit, plan))).compiled
    const [need, { place }] = Object.entries(plan.assignment)[0]!
    const device = plan.devices[0]!.id
    const before = given()
    expect(given({ type: 'plan.note', note: 'seen' })).toBe(before)
    expect(given({ type: 'device.rename', device, name: 'Seen' })).toBe(before)
    expect(given({ type: 'need.lock', need, place })).toBe(before)
    expect(given({ type: 'device.priority', device, priority: 3 })).not.toBe(before)
    expect(given({ type: 'need.leave-out', need, leftOut: true })).not.toBe(before)
    expect(given({ type: 'device.remove', device })).not.toBe(before)
  })

  it('is searched from a choice that is given, rather than from what is there', () => {
    for (const seed of [1, 3, 4]) {
      const drawn = drawnPlan(seed, 30)
      const { assignment } = allocate(resolvePlan(drawn), { maxNodes: 0 })
      const plan = { ...drawn, assignment: Object.fromEntries(Object.entries(assignment).slice(0, 1)) }
      const hurried = (from: Pick<SearchLimits, 'start' | 'maxNodes'>) =>
        solveProblem(layOut(resolvePlan(structuredClone(plan))), plan, { maxNodes: 0, ...from })
      const better = hurried({ maxNodes: 600 })
      expect(compareScores(hurried({}).score, better.score), `${seed}`).toBeGreaterThan(0)
      expect(hurried({ start: better.choice }).score, `${seed}`).toEqual(better.score)
    }
  })
})
