import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('CHN-07', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'CHN-07'), name).toEqual([])
  })
  it('tells of a timer faster than a part on it', () => {
    const plan = allocated('fellside-mapper')
    const [key, placement] = Object.entries(plan.assignment).find(([need]) => need === 'elevator/position')!
    const fast = { ...plan, assignment: { ...plan.assignment, [key]: { ...placement, place: 'pad:S1' as const, rate: 333 } } }
    expect(told('CHN-07', fast, plan)).toEqual({
      facts: ['Elevator: Position gets 333 pulses a second and takes 40 to 60: it hums, gets hot and fails'],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of a group of a converter that is set faster by hand', () => {
    const plan = allocated('fellside-mapper')
    const placement = { ...plan.assignment['elevator/position']!, place: 'device:converter/out6' as const }
    const there = { ...plan, assignment: { ...plan.assignment, 'elevator/position': placement } }
    const fast = edited(there, { type: 'setting.set', device: 'converter', setting: 'groupB', value: 333 })
    expect(told('CHN-07', fast, there)).toMatchObject({
      facts: ['Elevator: Position gets 333 pulses a second and takes 40 to 60: it hums, gets hot and fails'],
      settled: true,
    })
  })
})
