import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { briefOf } from '../engine'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { check, checkContext, openFindings, type Finding } from './index'

const findingsOfPlan = (plan: Plan) => check(checkContext(resolvePlan(plan)))

const accept = (plan: Plan, { id, fact }: Finding) =>
  applyEdit(plan, { type: 'finding.accept', finding: id, fact, reason: 'known to the pilot' })

describe('an accepted finding', () => {
  const plan = allocated('culvert-scout')
  const before = findingsOfPlan(plan)
  const fix = before.find(({ severity }) => severity === 'fix')!

  it('says why, and counts as open no more', () => {
    const after = findingsOfPlan(accept(plan, fix))
    expect(after.find(({ id, fact }) => id === fix.id && fact === fix.fact)!.accepted).toBe('known to the pilot')
    expect(after).toHaveLength(before.length)
    expect(openFindings(after)).toHaveLength(before.length - 1)
    expect(briefOf(accept(plan, fix)).findings.fix).toBe(briefOf(plan).findings.fix - 1)
  })
  it('is open again when its facts read otherwise, and when it is opened', () => {
    const other = accept(plan, { ...fix, fact: 'as it was' })
    expect(openFindings(findingsOfPlan(other))).toHaveLength(before.length)
    const opened = applyEdit(accept(plan, fix), { type: 'finding.reopen', finding: fix.id })
    expect(openFindings(findingsOfPlan(opened))).toHaveLength(before.length)
    expect(opened).toEqual(plan)
  })
  it('is never one that stops: what would burn stays open', () => {
    const burnt = applyEdit(plan, { type: 'battery.set', battery: { ...plan.battery, cells: 14 } })
    const stop = findingsOfPlan(burnt).find(({ severity }) => severity === 'stop')!
    expect(openFindings(findingsOfPlan(accept(burnt, stop))).map(({ id }) => id)).toContain(stop.id)
  })
})

describe('devices in the fit-out', () => {
  const plan = allocated('spillway-hex')
  const order = (of: Plan) => of.devices.map(({ id }) => id)
  it('are moved before another or to the end, and a note is kept or taken away', () => {
    const [first, second, third] = order(plan)
    expect(order(applyEdit(plan, { type: 'device.move', device: third!, before: first! })).slice(0, 3)).toEqual([
      third,
      first,
      second,
    ])
    expect(order(applyEdit(plan, { type: 'device.move', device: first!, before: null })).at(-1)).toBe(first)
    expect(applyEdit(plan, { type: 'device.move', device: first!, before: first! })).toBe(plan)
    const noted = applyEdit(plan, { type: 'device.note', device: first!, note: 'spare part' })
    expect(noted.devices[0]!.note).toBe('spare part')
    expect(applyEdit(noted, { type: 'device.note', device: first!, note: '' })).toEqual(plan)
    expect(() => applyEdit(plan, { type: 'device.move', device: first!, before: 'nobody' })).toThrow('devices.nobody')
  })
})
