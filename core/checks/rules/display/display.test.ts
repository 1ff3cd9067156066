import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated, type DemoName } from '../../../../tests/helpers/plans'
import type { Anchored, Edit, Plan } from '../../../plan'

const at = (column: number, row: number, across: Anchored['across'] = 'left'): Anchored => ({ across, column, down: 'top', row })
const shown = (elements: Record<string, Anchored>, name: DemoName = 'spillway-hex', ...edits: Edit[]): Plan =>
  edited(allocated(name), ...edits, { type: 'display.set', display: 'd1', layout: { name: 'Near', elements } })

describe('rules of the display', () => {
  it('are silent without a layout, and for one that is right', () => {
    for (const rule of ['DSP-01', 'DSP-02', 'DSP-03', 'DSP-04', 'DSP-05', 'DSP-06']) {
      expect(findingsOf(allocated('spillway-hex'), rule), rule).toEqual([])
      expect(findingsOf(shown({ volts: at(1, 1), timer: at(-1, 1, 'right') }), rule), rule).toEqual([])
    }
  })

  it.each([
    [
      'DSP-01',
      { used: at(25, 2) },
      'Near: Used capacity reaches off the grid of 30×16 at its longest: columns 26 to 33, rows 3 to 3',
    ],
    [
      'DSP-02',
      { used: at(2, 2), volts: at(8, 2) },
      'Near: Used capacity and Battery voltage share cells when they are at their longest',
    ],
    [
      'DSP-03',
      { traffic: at(2, 2) },
      'Near: Nearby traffic needs the glyph ✈, which the set of 256 does not have: a placeholder is shown',
    ],
    [
      'DSP-04',
      { timer: at(0, 2) },
      'Near: Flight timer stands at the edge of the grid, which some screens cut off: columns 1 to 5, rows 3 to 3',
    ],
    [
      'DSP-05',
      { timer: at(0, 2, 'middle') },
      'Near: Flight timer of 5 columns cannot stand in the middle of 30: it is half a column to the left',
    ],
    ['DSP-06', { wind: at(2, 2) }, 'Near: Wind stays blank: the airspeed sensor is not in the fit-out, or has no place'],
    ['DSP-06', { nonsense: at(2, 2) }, 'Near: there is no element “nonsense”'],
  ] as const)('%s: %j', (rule, elements, fact) => {
    const plan = shown(elements)
    expect(factsOf(plan, rule)).toEqual([fact])
    expect(settledBy(plan, findingsOf(plan, rule)[0]!)).toBe(true)
  })

  it('DSP-06 says that nothing draws the text', () => {
    const plan = shown({ timer: at(1, 1) }, 'culvert-scout', { type: 'device.remove', device: 'overlay' })
    expect(factsOf(plan, 'DSP-06')[0]).toMatch(/^Near: nothing in the fit-out draws text/)
    expect(settledBy(plan, findingsOf(plan, 'DSP-06')[0]!)).toBe(true)
  })

  it('a value whose source loses its place is told at once', () => {
    const plan = shown({ satellites: at(1, 1) })
    expect(findingsOf(plan, 'DSP-06')).toEqual([])
    const { 'gnss/fix': _, ...rest } = plan.assignment
    expect(findingsOf({ ...plan, assignment: rest }, 'DSP-06')).toHaveLength(1)
    expect(findingsOf({ ...plan, assignment: {} }, 'DSP-06')).toEqual([])
  })
})
