import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { shippedPlan } from '../../tests/helpers/random-plan'
import { layOut, solveProblem } from '../allocation'
import { adopt } from '../engine'
import { batteryPlace, boardId, referTo, resolvePlan, type Place, type Placement, type Plan, type Subject } from '../plan'
import { clashesOf, isPossible, offersFor, placedNeeds, offersForSupply } from '../suitability'
import { check, checkContext, type Finding } from './index'

const grave = ({ severity }: Finding) => severity === 'stop' || severity === 'fix'
const graveFindings = (plan: Plan) => check(checkContext(resolvePlan(plan))).filter(grave)
const about = (findings: Finding[], ...subjects: Subject[]) =>
  findings.filter((finding) => subjects.every((subject) => finding.subjects.includes(subject)))

function byHand(plan: Plan, need: string, placement: Placement): Plan {
  return { ...plan, assignment: { ...plan.assignment, [need]: placement } }
}

describe('the allocator and the rules', () => {
  it('agree: no rule objects to a place that the allocator gives without a cost', () => {
    let free = 0
    fc.assert(
      fc.property(shippedPlan(8), (bare) => {
        const problem = layOut(resolvePlan(bare))
        const plan = adopt(bare, solveProblem(problem, bare))
        const findings = graveFindings(plan)
        for (const { key, need, candidates } of problem.wants) {
          const place: Place | undefined = need ? plan.assignment[key]?.place : plan.supplies[key]
          const placement = need ? plan.assignment[key] : place && { place }
          const chosen = candidates.find((candidate) => JSON.stringify(candidate.placement) === JSON.stringify(placement))
          if (!place || !chosen || chosen.risk) continue
          free += 1
          expect(about(findings, referTo(need ? 'need' : 'supply', key), place), `${key} at ${place}`).toEqual([])
        }
      }),
      { seed: seedOf(811), numRuns: amount(90) },
    )
    expect(free).toBeGreaterThan(500)
  })

  it('agree: a place refused for a reason, taken by hand, is told of by the rule of that reason', () => {
    const told = new Set<string>()
    fc.assert(
      fc.property(shippedPlan(3), fc.nat(), fc.nat(), (plan, which, where) => {
        const resolved = resolvePlan(plan)
        const offers = resolved.needs.flatMap((need) => offersFor(resolved, need).map((offer) => ({ need, offer })))
        if (!offers.length) return
        for (const step of [0, 1, 2, 3]) {
          const { need, offer } = offers[(which + step * (1 + where)) % offers.length]!
          for (const { placement, facts } of offer.ways.filter((way) => !isPossible(way))) {
            const findings = about(graveFindings(byHand(plan, need.key, placement)), referTo('need', need.key))
            for (const { rule, text, impossible } of facts) {
              if (!impossible) continue
              told.add(rule)
              expect(
                findings.map((finding) => finding.rule),
                `${need.key} at ${JSON.stringify(placement)}: ${text}`,
              ).toContain(rule)
            }
          }
          if (offer.ways.every((way) => !isPossible(way))) {
            const plain = graveFindings(byHand(plan, need.key, { place: offer.place }))
            expect(about(plain, referTo('need', need.key)).length, `${need.key} at ${offer.place}`).toBeGreaterThan(0)
          }
        }
      }),
      { seed: seedOf(812), numRuns: amount(150) },
    )
    expect([...told].sort()).toEqual(expect.arrayContaining(['PAD-01', 'PAD-10', 'SER-05', 'SER-07', 'SER-08', 'SER-09']))
  })

  it('agree about sources: one that is refused, chosen by hand, is told of', () => {
    fc.assert(
      fc.property(shippedPlan(4), (plan) => {
        const resolved = resolvePlan(plan)
        // Whatever can feed others is fed itself.
        const givers = resolved.supplies.filter(({ fitted }) => fitted.id === boardId || fitted.device.outputs.length)
        const fed = Object.fromEntries(givers.map(({ key }) => [key, batteryPlace]))
        for (const supply of resolved.supplies) {
          for (const { place, ways } of offersForSupply(resolved, supply)) {
            if (ways.some(isPossible)) continue
            const findings = graveFindings({ ...plan, supplies: { ...fed, ...plan.supplies, [supply.key]: place } })
            expect(about(findings, referTo('supply', supply.key)).length, `${supply.key} from ${place}`).toBeGreaterThan(0)
          }
        }
      }),
      { seed: seedOf(813), numRuns: amount(25) },
    )
  })

  it('agree about clashes: two needs put where they take one thing are told of together', () => {
    let clashes = 0
    fc.assert(
      fc.property(shippedPlan(6), fc.array(fc.nat(), { minLength: 12, maxLength: 12 }), (bare, picks) => {
        const resolved = resolvePlan(bare)
        const assignment = Object.fromEntries(
          resolved.needs.flatMap((need, at) => {
            const ways = offersFor(resolved, need).flatMap((offer) => offer.ways.filter(isPossible))
            const way = ways[picks[at % picks.length]! % Math.max(1, Math.min(3, ways.length))]
            return way ? [[need.key, way.placement]] : []
          }),
        )
        const plan = { ...bare, assignment }
        const findings = graveFindings(plan)
        for (const { one, other, rule } of clashesOf(placedNeeds(resolvePlan(plan)))) {
          clashes += 1
          const both = about(findings, referTo('need', one.need.key), referTo('need', other.need.key))
          expect(both.length, `${rule}: ${one.need.key} and ${other.need.key}`).toBeGreaterThan(0)
        }
      }),
      { seed: seedOf(814), numRuns: amount(80) },
    )
    expect(clashes).toBeGreaterThan(100)
  })
})
