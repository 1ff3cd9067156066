import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
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
      'all of Camera, Vtx detect PAL and NTSC by themselves: set one standard by hand in each',
    ])
  })
  it('is silent where only one is possible, and without a chain', () => {
    expect(facts('PAL')).toEqual([])
    expect(factsOf(tiny({ devices: { camera: {} } }), 'VID-04')).toEqual([])
  })
})

it('names a part that finds the standard by itself, and sets it', () => {
  const plan = allocated('spillway-hex', {
    type: 'setting.set',
    device: 'overlay',
    setting: 'standard',
    value: 'automatic',
  })
  const [found, ...more] = findingsOf(plan, 'VID-04')
  expect(more).toEqual([])
  expect(found!.fact).toBe('Video standard of Text overlay is automatic: it may take the wrong one at power-up and stay with it')
  expect(settledBy(plan, found!)).toBe(true)
})
