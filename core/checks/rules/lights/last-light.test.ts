import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import type { LightSegment, Plan } from '../../../plan'

const white = (plan: Plan): Plan => {
  const segments = Object.entries(plan.lights.segments).map(([id, segment]): [string, LightSegment] => [
    id,
    { ...segment, meanings: [{ when: 'always', colour: '#ffffff', effect: 'steady' }] },
  ])
  return { ...plan, lights: { ...plan.lights, segments: Object.fromEntries(segments) } }
}

describe('LGT-03', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'LGT-03'), name).toEqual([])
  })
  it('tells of what is lost along the strip, and to how much it is to be limited', () => {
    const plan = allocated('spillway-hex')
    const strip = plan.lights.strips['ring/data']!
    const bright = white(edited(plan, { type: 'strip.set', need: 'ring/data', as: { ...strip, limit: 0.7 } }))
    const said = told('LGT-03', bright, plan)
    expect(said.facts).toHaveLength(1)
    expect(said.facts[0]).toMatch(
      /^the last of the 60 lights of LED ring gets 4\.\d+ V at 2\.5\d A: .* are lost along the strip; it needs 4\.5 V$/,
    )
    expect(said).toMatchObject({ severities: ['weigh'], settled: true })
  })
})
