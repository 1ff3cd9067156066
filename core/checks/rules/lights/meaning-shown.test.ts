import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import type { LightState } from '../../../plan'

const front = allocated('spillway-hex').lights.segments.front!
const inOrder = (...states: LightState[]) =>
  edited(allocated('spillway-hex'), {
    type: 'segment.set',
    segment: 'front',
    as: { ...front, meanings: states.map((when) => ({ when, colour: '#ffffff', effect: 'steady' })) },
  })

describe('LGT-05', () => {
  it('is silent on the demo builds, and on alarms before what they interrupt', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'LGT-05'), name).toEqual([])
    expect(told('LGT-05', inOrder('failsafe', 'left', 'armed', 'always')).facts).toEqual([])
  })
  it('tells of an alarm behind what always holds', () => {
    expect(told('LGT-05', inOrder('always', 'failsafe'))).toEqual({
      facts: ['Front never shows “control link lost”: “always” stands before it and holds then too'],
      severities: ['fix'],
      settled: true,
    })
    expect(told('LGT-05', inOrder('armed', 'low-battery'))).toMatchObject({ settled: true })
    expect(told('LGT-05', inOrder('left', 'left'))).toMatchObject({
      facts: ['Front never shows “turning left”: “turning left” stands before it and holds then too'],
      settled: true,
    })
  })
})
