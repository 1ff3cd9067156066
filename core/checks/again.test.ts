import { describe, expect, it } from 'vitest'
import { amount } from '../../tests/helpers/amount'
import { allocated, type DemoName } from '../../tests/helpers/plans'
import { mutate, type Tree } from '../../tests/helpers/mutate'
import { drawing } from '../../tests/helpers/random-packing'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { readPlan } from '../schema'
import { checkContext } from './context'
import { check, checkAgain } from './run'
import { rules } from './rules'

const builds: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
const anew = (plan: Plan) => check(checkContext(resolvePlan({ ...plan })))

describe('checkAgain', () => {
  it.each(builds)('says of %s, through fixes taken one after the other, what is said of it at first sight', (build) => {
    const draw = drawing(17)
    let plan = allocated(build)
    let { findings, checked } = checkAgain(plan)
    let spared = 0
    for (let turn = 0; turn < amount(30); turn += 1) {
      const fixes = findings.flatMap((finding) => finding.fixes)
      if (!fixes.length || draw.chance(0.1)) plan = allocated(build)
      else plan = applyEdit(plan, draw.of(fixes).edit)
      const again = checkAgain(plan, checked)
      expect(again.findings, `${turn}`).toEqual(anew(plan))
      spared += rules.length - again.ran.length
      ;({ findings, checked } = again)
    }
    expect(spared).toBeGreaterThan(0)
  })

  it.each(builds)('says of %s, whatever field of it is another, what is said of it at first sight', (build) => {
    const first = allocated(build)
    let { checked } = checkAgain(first)
    let read = 0
    for (let seed = 1; seed <= amount(80); seed += 1) {
      const { definitions, ...rest } = structuredClone(first)
      let plan: Plan
      try {
        plan = readPlan({ ...mutate(rest as unknown as Tree, seed, 0.95), definitions })
        const again = checkAgain(plan, checked)
        expect(again.findings, `${seed}`).toEqual(anew(plan))
        ;({ checked } = again)
        read += 1
      } catch (error) {
        if (error instanceof Error && error.name === 'AssertionError') throw error
      }
    }
    expect(read).toBeGreaterThan(amount(25))
  })

  it('runs nothing again where nothing changed, nor where only a note did, and little where a need is locked or a device wanted less', () => {
    const plan = allocated('spillway-hex')
    const { checked, ran } = checkAgain(plan)
    expect(ran).toHaveLength(rules.length)
    expect(checkAgain(structuredClone(plan), checked).ran).toEqual([])
    expect(checkAgain({ ...plan, note: 'seen' }, checked).ran).toEqual([])
    const [need, { place }] = Object.entries(plan.assignment)[0]!
    const locked = checkAgain(applyEdit(plan, { type: 'need.lock', need, place }), checked)
    expect(locked.ran.length).toBeLessThan(rules.length / 5)
    const [{ id: device }] = plan.devices as [Plan['devices'][number]]
    const wanted = checkAgain(applyEdit(plan, { type: 'device.priority', device, priority: 3 }), checked)
    expect(wanted.ran.length).toBeLessThan(rules.length / 20)
    expect(checkAgain(applyEdit(plan, { type: 'device.rename', device, name: 'Another' }), checked).ran.length).toBeGreaterThan(
      20,
    )
  })
})
