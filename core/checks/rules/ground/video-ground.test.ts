import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny, type TinyDevice } from '../../../../tests/helpers/tiny'

const video = (direction: 'in' | 'out') => ({ needs: { vid: { kind: 'video' as const, direction } } })
const fed = (giver: TinyDevice) =>
  tiny({
    devices: {
      camera: video('out'),
      vtx: {
        ...giver,
        supply: { min: 10, max: 60 },
        terminals: { out: { label: 'OUT', role: 'supply' } },
        outputs: { cam: { label: 'CAM 5 V', terminal: 'out', ground: 'gnd', volts: 5, limit: 1, kind: 'switching' } },
      },
    },
    feeds: { 'vtx/main': 'rail:bat', 'camera/main': 'output:vtx/cam' },
  })

describe('GND-03', () => {
  it('is silent when grounds go to the board, or through a part without a picture', () => {
    expect(factsOf(tiny({ devices: { camera: video('out'), vtx: video('in') } }), 'GND-03')).toEqual([])
    expect(factsOf(fed({}), 'GND-03')).toEqual([])
  })
  it('names the part that the ground goes through', () => {
    expect(factsOf(fed(video('in')), 'GND-03')).toEqual([
      'W3 takes the ground of Camera back through Vtx instead of the common point',
    ])
  })
})
