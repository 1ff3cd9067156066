import { expect, it } from 'vitest'
import { add, allocated, library } from '../../tests/helpers/plans'
import { factsOf, findingsOf } from '../../tests/helpers/findings'
import { billOfMaterials } from '../documents'
import { settle } from '../engine'
import { buildOrder, massReport, wiresOf } from '../harness'
import { resolvePlan, type Edit, type Plan } from '.'

/** What is said of the craft: its mass, its bill and what is made in which order. */
const craftOf = (plan: Plan) => {
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  return {
    mass: massReport(resolved, wires).total,
    bill: billOfMaterials(resolved, wires).rows,
    making: buildOrder(resolved, wires).map(({ id, wires: own }) => [id, own.map((wire) => wire.id)]),
  }
}

it('tools of the bench are no part of the craft: not in its mass, its bill or its making, and feed nothing that flies', () => {
  const before = settle({ ...allocated('spillway-hex'), automatic: true }).plan
  const tools = Object.values(library.devices).filter((device) => device.class === 'tool')
  expect(tools.length).toBeGreaterThan(1)
  for (const { id } of tools) {
    const wished: Edit = { type: 'device.priority', device: 'bench', priority: 3 }
    const { plan } = settle({ ...allocated('spillway-hex', add(id, 'bench'), wished), automatic: true })
    expect(craftOf(plan)).toEqual(craftOf(before))
    expect(Object.values(plan.supplies).filter((source) => source.startsWith('output:bench/'))).toEqual([])
  }
})

it('one that is to feed a part in flight all the same is told of', () => {
  const plan = allocated('spillway-hex', add('gauge-u', 'bench'))
  const fed = { ...plan, supplies: { ...plan.supplies, 'camera/main': 'output:bench/v5' as const } }
  expect(factsOf(fed, 'PWR-08').join()).toContain('is to be fed from bench 5V OUT, which stays on the bench')
})

it('an adapter takes a port of the board only to set up the board', () => {
  const plan = allocated('spillway-hex', add('gauge-p', 'bench'))
  const at = (protocol: string) => ({
    ...plan,
    assignment: { ...plan.assignment, 'bench/config': { place: 'port:uart6' as const, protocol } },
  })
  expect(findingsOf(at('converter-setup'), 'SER-03').map(({ severity }) => severity)).toContain('fix')
  expect(factsOf(at('msp'), 'SER-03')).toEqual([])
})
