import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const far = { x: 500, y: 500 }
const near = (part: string, spot: { x: number; y: number }, compass = true) =>
  factsOf(
    tiny({
      devices: {
        gnss: { class: 'gnss', needs: compass ? { field: { kind: 'i2c' } } : {} },
        vtx: { class: 'transmitter' },
        esc: { class: 'esc' },
      },
      plan: { positions: { gnss: { x: 0, y: 0 }, vtx: far, esc: far, battery: far, [part]: spot } },
    }),
    'RFI-01',
  )

describe('RFI-01', () => {
  it('is silent at a distance', () => {
    expect(near('vtx', { x: 0, y: 100 })).toEqual([])
    expect(near('esc', { x: 60, y: 0 })).toEqual([])
  })
  it('gives the distance from a transmitter', () => {
    expect(near('vtx', { x: 30, y: 40 })).toEqual(['Gnss is 50 mm from Vtx; its satellites want 100 mm'])
  })
  it('gives the distance of a compass from main current', () => {
    expect(near('esc', { x: 30, y: 40 })).toEqual(['Gnss is 50 mm from Esc; its compass wants 60 mm'])
    expect(near('battery', { x: 30, y: 40 })).toEqual(['Gnss is 50 mm from the main lead; its compass wants 60 mm'])
    expect(near('esc', { x: 30, y: 40 }, false)).toEqual([])
  })
})
