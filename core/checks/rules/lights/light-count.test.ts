import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('LGT-01', () => {
  it('is silent on the demo builds, with a strip laid out and with one as it usually lies', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'LGT-01'), name).toEqual([])
  })
  it('tells of lights that have no place, and of places that have no light', () => {
    const plan = allocated('spillway-hex')
    const strip = plan.lights.strips['ring/data']!
    const less = edited(plan, { type: 'strip.set', need: 'ring/data', as: { ...strip, pieces: strip.pieces.slice(1) } })
    expect(told('LGT-01', less)).toEqual({
      facts: ['LED ring has 60 lights; 45 are laid out on the craft'],
      severities: ['fix'],
      settled: true,
    })
    const more = edited(plan, {
      type: 'strip.set',
      need: 'ring/data',
      as: { ...strip, pieces: [...strip.pieces, strip.pieces[0]!] },
    })
    expect(told('LGT-01', more)).toMatchObject({ facts: ['LED ring has 60 lights; 75 are laid out on the craft'], settled: true })
  })
})
