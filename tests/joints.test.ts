import { describe, expect, it } from 'vitest'
import { analyse } from '#core/engine'
import { wiresOf, type Wire } from '#core/harness'
import { applyEdit, resolvePlan, type Edit, type Plan, type WirePoint } from '#core/plan'
import { amount, seedOf, tellAmount } from './helpers/amount'
import { drawnBuild } from './helpers/drawn-plan'
import { allocated, type DemoName } from './helpers/plans'

/** A wire parted by a splice, in two that are as long together. */
function parted(plan: Plan, { id, to, length }: Wire): Plan {
  const end: WirePoint = to.device === undefined ? `pad:${to.point}` : `terminal:${to.device}/${to.point}`
  const half = Math.floor(length / 2)
  const edits: Edit[] = [
    { type: 'joint.add', joint: 'between', kind: 'splice', name: 'Between' },
    { type: 'wire.set', wire: id, set: { end: 'terminal:between/c', length: length - half } },
    { type: 'wire.add', wire: 'extra.901', from: 'terminal:between/c', to: end },
    { type: 'wire.set', wire: 'extra.901', set: { length: half } },
  ]
  return edits.reduce(applyEdit, plan)
}

/** What is found, but of where wires run: a splice is a place, and may lie off their way. */
const found = (plan: Plan, without: readonly string[] = []) =>
  analyse(plan)
    .findings.filter(({ rule }) => !['MEC-02', 'RFI-05', ...without].includes(rule))
    .map(({ rule, severity, fact }) => `${rule} ${severity}: ${fact.replaceAll(/\bW\d+\b/g, 'W')}`)
    .sort()

const wires = (plan: Plan) => wiresOf(resolvePlan(plan)).filter(({ omitted, length }) => !omitted && length > 10)

describe('a splice in a wire changes nothing that is found', () => {
  const builds: DemoName[] = ['spillway-hex', 'culvert-scout', 'fellside-mapper']
  it.each(builds)('of %s, whatever wire it is', (build) => {
    const plan = allocated(build)
    const before = found(plan)
    for (const wire of wires(plan)) expect(found(parted(plan, wire)), `${wire.number} ${wire.id}`).toEqual(before)
  })

  it('of plans drawn at random', () => {
    let tried = 0
    const start = seedOf(3601)
    for (let seed = start; seed < start + amount(12); seed += 1) {
      const plan = drawnBuild(seed, 3 + (seed % 8))
      // A thin ground beside a thick one takes more of its current where half of that counts as its length.
      const shares = ['PWR-05', 'PWR-06', 'PWR-14']
      // Currents that go by several ways differ in their last figure.
      const told = (of: Plan) => found(of, shares).map((fact) => fact.replaceAll(/\d+\.\d+/g, '#'))
      const before = told(plan)
      for (const wire of wires(plan)) {
        tried += 1
        expect(told(parted(plan, wire)), `${seed}: ${wire.number} ${wire.id}`).toEqual(before)
      }
    }
    expect(tried).toBeGreaterThan(amount(12) * 2)
    tellAmount(`${tried} joints in drawn plans`)
  })
})
