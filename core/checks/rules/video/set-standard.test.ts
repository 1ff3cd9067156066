import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const facts = (...standards: ('PAL' | 'NTSC')[]) =>
  factsOf(
    tiny({
      devices: {
        camera: { needs: { vid: { kind: 'video', direction: 'out', standards } } },
        vtx: { needs: { vid: { kind: 'video', direction: 'in', standards: ['PAL', 'NTSC'] } } },
      },
    }),
    'VID-04',
  )

describe('VID-04', () => {
  it('speaks where the chain could be either', () => {
    expect(facts('PAL', 'NTSC')).toEqual([
      'all of Camera, Vtx know PAL and NTSC; set one and the same in each, do not trust them to find out',
    ])
  })
  it('is silent where only one is possible, and without a chain', () => {
    expect(facts('PAL')).toEqual([])
    expect(factsOf(tiny({ devices: { camera: {} } }), 'VID-04')).toEqual([])
  })
})
