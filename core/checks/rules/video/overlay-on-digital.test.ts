import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const build = tiny({
  devices: { overlay: { class: 'overlay' }, link: { class: 'video-link' }, vtx: { class: 'transmitter' } },
})
const remove = (device: string) => ({ type: 'device.remove' as const, device })

describe('VID-05', () => {
  it('is silent without an overlay board, without a digital link, or with an analog transmitter besides', () => {
    expect(factsOf(build, 'VID-05')).toEqual([])
    expect(factsOf(edited(build, remove('overlay'), remove('vtx')), 'VID-05')).toEqual([])
    expect(factsOf(edited(build, remove('link')), 'VID-05')).toEqual([])
  })
  it('offers to remove the overlay', () => {
    const plan = edited(build, remove('vtx'))
    const [found] = findingsOf(plan, 'VID-05')
    expect(found!.fact).toBe(
      'Overlay writes on an analog picture; Link carries a digital one, whose text comes over its serial link',
    )
    expect(settledBy(plan, found!)).toBe(true)
  })
})
