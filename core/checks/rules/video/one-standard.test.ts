import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

type Standards = ('PAL' | 'NTSC')[]
const video = (direction: 'in' | 'out', standards: Standards) => ({
  needs: { vid: { kind: 'video' as const, direction, standards } },
})
const direct = (camera: Standards, vtx: Standards) => tiny({ devices: { camera: video('out', camera), vtx: video('in', vtx) } })

describe('VID-02', () => {
  it('is silent when both know one standard', () => {
    expect(factsOf(direct(['PAL'], ['NTSC', 'PAL']), 'VID-02')).toEqual([])
  })
  it('names what each end knows', () => {
    expect(factsOf(direct(['PAL'], ['NTSC']), 'VID-02')).toEqual(['Camera gives PAL; Vtx takes NTSC'])
  })
  it('knows the board’s own chip', () => {
    const plan = tiny({
      pads: { CAM: [{ as: 'video-in' }], VTX: [{ as: 'video-out' }] },
      board: { overlay: { name: 'chip', standards: ['NTSC'] } },
      devices: { camera: video('out', ['PAL']) },
    })
    expect(factsOf(plan, 'VID-02')).toEqual(['Camera gives PAL; chip takes NTSC'])
  })
})
