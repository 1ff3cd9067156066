import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

describe('LGT-06', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'LGT-06'), name).toEqual([])
  })
  it('tells of a piece that is drawn too long, too short or as a point', () => {
    const plan = allocated('spillway-hex')
    const strip = plan.lights.strips['ring/data']!
    const [first, ...rest] = strip.pieces
    const from = { x: 0, y: 0 }
    for (const [to, mm] of [
      [{ x: 0, y: 400 }, 400],
      [{ x: 100, y: 0 }, 100],
      [from, 0],
    ] as const)
      expect(
        told(
          'LGT-06',
          edited(plan, { type: 'strip.set', need: 'ring/data', as: { ...strip, pieces: [{ ...first!, from, to }, ...rest] } }),
        ),
      ).toEqual({
        facts: [`LED ring is not as long as it is drawn: piece 1 ${mm} mm, its 15 lights 249 mm`],
        severities: ['note'],
        settled: true,
      })
  })
})
