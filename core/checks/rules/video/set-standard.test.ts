import { describe, expect, it } from 'vitest'
import { allocated, change, factsOf } from '../../../../tests/helpers/plans'

describe('VID-04', () => {
  it('speaks where the chain could be either', () => {
    const plan = change(allocated('spillway-hex'), 'linnet-w', (camera) => {
      for (const need of Object.values(camera.needs) as { standards?: string[] }[])
        if (need.standards) need.standards = ['PAL', 'NTSC']
    })
    expect(factsOf(plan, 'VID-04')[0]).toContain('Camera, Text overlay, Video transmitter know PAL and NTSC')
  })
  it('is silent where only one is possible', () => {
    const plan = change(allocated('spillway-hex'), 'linnet-w', (camera) => {
      for (const need of Object.values(camera.needs) as { standards?: string[] }[]) if (need.standards) need.standards = ['PAL']
    })
    expect(factsOf(plan, 'VID-04')).toEqual([])
  })
})
