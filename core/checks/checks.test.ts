import fc from 'fast-check'
import { describe, expect, it } from 'vitest'
import { amount, seedOf } from '../../tests/helpers/amount'
import { allocated, demo, library, type DemoName } from '../../tests/helpers/plans'
import { randomPlan } from '../../tests/helpers/random-plan'
import { adopt, analyse } from '../engine'
import { editSchema, readPlan, validate } from '../schema'
import { applyEdit, describeEdit, partsOf, resolvePlan, type Edit, type Plan } from '../plan'
import { check, checkContext, severities } from './index'

const names: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const findingsOf = (plan: Plan) => check(checkContext(resolvePlan(plan)))

/** Every fix must be an edit that the server takes, that applies, as JSON too, and that leaves a plan one can open. */
function tryFixes(plan: Plan) {
  for (const { fixes, rule, id } of findingsOf(plan)) {
    expect(new Set(fixes.map(({ label }) => label)).size, `${rule} offers one fix twice`).toBe(fixes.length)
    for (const { edit, label } of fixes) {
      expect(validate(editSchema, edit), label).toBeTruthy()
      const after = applyEdit(plan, edit)
      expect(after, `${rule}: "${label}" changes nothing`).not.toBe(plan)
      expect(applyEdit(plan, JSON.parse(JSON.stringify(edit)) as Edit), `${rule}: "${label}" as JSON`).toEqual(after)
      expect(readPlan(JSON.parse(JSON.stringify(after))), label).toBeTruthy()
      expect(describeEdit(edit, plan).length).toBeGreaterThan(3)
      expect(() => findingsOf(after), `${id}: ${label}`).not.toThrow()
    }
  }
}

describe('findings', () => {
  it.each(names)('of %s are sorted by gravity, state a fact about things that exist, and have ids of their own', (name) => {
    const plan = allocated(name)
    const resolved = resolvePlan(plan)
    const findings = findingsOf(plan)
    const order = findings.map(({ severity }) => severities.indexOf(severity))
    expect(order).toEqual([...order].sort((a, b) => a - b))
    expect(new Set(findings.map(({ id }) => id)).size).toBe(findings.length)
    const wires = new Set(checkContext(resolved).wires.map(({ id }) => id))
    for (const { fact, subjects, rule } of findings) {
      expect(fact.length, rule).toBeGreaterThan(15)
      expect(fact, rule).not.toMatch(/undefined|NaN|\[object/)
      for (const subject of subjects) {
        const { kind, id } = partsOf(subject)
        if (kind === 'device') expect(resolved.device(id), subject).toBeTruthy()
        if (kind === 'need') expect(resolved.need(id), subject).toBeTruthy()
        if (kind === 'port') expect(resolved.port(id), subject).toBeTruthy()
        if (kind === 'pad') expect(resolved.pad(id), subject).toBeTruthy()
        if (kind === 'wire') expect(wires.has(id), subject).toBe(true)
      }
    }
  })

  it.each(names)('of %s, allocated or not, have fixes that can be applied', (name) => {
    tryFixes(demo(name))
    tryFixes(allocated(name))
  })

  it('of random plans have fixes that can be applied', () => {
    fc.assert(
      fc.property(randomPlan(5), fc.boolean(), (plan, ready) => {
        const sound = { ...plan, locks: {}, bans: {}, assignment: {}, supplies: {} }
        tryFixes(ready ? adopt(sound, analyse(sound).proposal) : sound)
      }),
      { seed: seedOf(91), numRuns: amount(25) },
    )
  })

  it('never fail on any device of the catalogue on any board', () => {
    for (const board of Object.values(library.boards)) {
      const firmware = Object.keys(board.firmwares)[0]!
      for (const revision of Object.keys(board.revisions)) {
        let plan = applyEdit(demo('culvert-scout'), { type: 'board.choose', definition: board, revision, firmware })
        for (const definition of Object.values(library.devices).slice(0, 60)) {
          const id = `x-${definition.id}`
          const variant = Object.keys(definition.variants).at(-1)!
          const device = { id, definition: definition.id, variant, name: definition.name, priority: 3 as const, leftOut: [] }
          plan = applyEdit(plan, { type: 'device.add', definition, protocols: Object.values(library.protocols), device })
        }
        for (const { fact } of findingsOf(plan)) expect(fact).not.toMatch(/undefined|NaN/)
      }
    }
  })
})
