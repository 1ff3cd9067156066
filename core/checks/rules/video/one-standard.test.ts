import { describe, expect, it } from 'vitest'
import { allocated, change, factsOf } from '../../../../tests/helpers/plans'

describe('VID-02', () => {
  it('is silent when both know one standard', () => {
    expect(factsOf(allocated('spillway-hex'), 'VID-02')).toEqual([])
  })
  it('names what each end knows', () => {
    const plan = change(allocated('spillway-hex'), 'scrivel-t', (overlay) => {
      ;(overlay.needs.vin as { standards: string[] }).standards = ['NTSC']
    })
    const pal = change(plan, 'linnet-w', (camera) => {
      for (const need of Object.values(camera.needs) as { standards?: string[] }[]) if (need.standards) need.standards = ['PAL']
    })
    expect(factsOf(pal, 'VID-02')).toEqual(['Camera gives PAL; Text overlay takes NTSC'])
  })
})
