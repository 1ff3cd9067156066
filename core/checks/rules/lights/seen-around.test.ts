import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('LGT-04', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'LGT-04'), name).toEqual([])
  })
  it('names the sides that nothing is seen from', () => {
    const plan = edited(
      allocated('spillway-hex'),
      { type: 'segment.set', segment: 'left', as: null },
      { type: 'segment.set', segment: 'back', as: null },
    )
    expect(told('LGT-04', plan).facts).toEqual(['in flight no light is seen from behind, the left'])
    const strip = plan.lights.strips['ring/data']!
    const down = strip.pieces.map((piece) => ({ ...piece, facing: 'down' as const }))
    expect(factsOf(edited(plan, { type: 'strip.set', need: 'ring/data', as: { ...strip, pieces: down } }), 'LGT-04')).toEqual([])
  })
})
