import { describe, expect, it } from 'vitest'
import { at, judged, shown } from '../../../../tests/helpers/displays'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('DSP-06', () => {
  it('is silent on what is fed, as in the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'DSP-06'), name).toEqual([])
  })
  it('says what stays blank, and what there is no such element for', () => {
    expect(judged('DSP-06', { wind: at(2, 2) })).toEqual({
      facts: ['Near: Wind stays blank: the airspeed sensor is not in the fit-out, or has no place'],
      settled: true,
    })
    expect(judged('DSP-06', { nonsense: at(2, 2) })).toEqual({ facts: ['Near: there is no element “nonsense”'], settled: true })
  })
  it('says that nothing draws the text', () => {
    const plan = shown({ timer: at(1, 1) }, 'culvert-scout', { type: 'device.remove', device: 'overlay' })
    expect(factsOf(plan, 'DSP-06')[0]).toMatch(/^Near: nothing in the fit-out draws text/)
    expect(settledBy(plan, findingsOf(plan, 'DSP-06')[0]!)).toBe(true)
  })
  it('tells at once of a value whose source loses its place, not of a plan that has not begun', () => {
    const plan = shown({ satellites: at(1, 1) })
    expect(findingsOf(plan, 'DSP-06')).toEqual([])
    const { 'gnss/fix': _, ...rest } = plan.assignment
    expect(findingsOf({ ...plan, assignment: rest }, 'DSP-06')).toHaveLength(1)
    expect(findingsOf({ ...plan, assignment: {} }, 'DSP-06')).toEqual([])
  })
})
