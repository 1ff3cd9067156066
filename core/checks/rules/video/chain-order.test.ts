import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const chip = tiny({
  pads: { CAM: [{ as: 'video-in' }], VTX: [{ as: 'video-out' }], A: [{ as: 'analog' }] },
  board: { overlay: { name: 'chip', standards: ['PAL'] } },
  devices: {
    camera: { needs: { vid: { kind: 'video', direction: 'out' } } },
    vtx: { needs: { vid: { kind: 'video', direction: 'in' } } },
  },
})
const onPad = (wire: string, pad: string) => edited(chip, { type: 'wire.set', wire, set: { end: `pad:${pad}` as const } })

describe('VID-01', () => {
  it('is silent along a good chain', () => {
    expect(factsOf(chip, 'VID-01')).toEqual([])
  })
  it('sees two outputs joined, and wires it where it belongs', () => {
    const plan = onPad('camera.vid', 'VTX')
    const [found] = findingsOf(plan, 'VID-01')
    expect(found!.fact).toBe('W1 joins two outputs: Camera VID and Board VTX')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('sees two inputs joined', () => {
    expect(factsOf(onPad('vtx.vid', 'CAM'), 'VID-01')).toEqual(['W4 joins two inputs: Vtx VID and Board CAM'])
  })
  it('sees a pad that carries no picture', () => {
    expect(factsOf(onPad('camera.vid', 'A'), 'VID-01')).toEqual(['W1 takes video to Board A, which carries none'])
  })
})
