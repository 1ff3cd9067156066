import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

const bare = { type: 'device.remove' as const, device: 'overlay' }
describe('VID-01', () => {
  it('is silent along a good chain', () => {
    expect(findingsOf(allocated('spillway-hex'), 'VID-01')).toEqual([])
  })
  it('sees the camera soldered to the output of the board', () => {
    const plan = allocated('spillway-hex', bare, { type: 'wire.set', wire: 'camera.vid', override: { pad: 'VTX' } })
    const [found] = findingsOf(plan, 'VID-01')
    expect(found!.fact).toMatch(/joins two outputs: Camera .* and Corran 7 VTX/)
    expect(settledBy(plan, found!)).toBe(true)
  })
})
