import { describe, expect, it } from 'vitest'
import { told } from '../../../../tests/helpers/controls'
import { edited, factsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const front = allocated('spillway-hex').lights.segments.front!
const withFront = (as: Partial<typeof front>) =>
  edited(allocated('spillway-hex'), { type: 'segment.set', segment: 'front', as: { ...front, ...as } })

describe('LGT-02', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'LGT-02'), name).toEqual([])
  })
  it('tells of lights that two segments have', () => {
    expect(told('LGT-02', withFront({ last: 20 }))).toEqual({
      facts: ['Front and Right both have lights 16 to 20: the first one’s meaning is seen'.replace('’', "'")],
      severities: ['fix'],
      settled: true,
    })
  })
  it('tells of what lies beyond the strip, or on none', () => {
    const beyond = edited(allocated('spillway-hex'), {
      type: 'segment.set',
      segment: 'more',
      as: { ...front, name: 'More', first: 61, last: 70 },
    })
    expect(told('LGT-02', beyond)).toMatchObject({ facts: ['More goes from light 61 to 70; LED ring has 60'], settled: true })
    expect(told('LGT-02', withFront({ need: 'gone/data' }))).toMatchObject({
      facts: ['Front is of a strip that the build does not have'],
      settled: true,
    })
  })
})
