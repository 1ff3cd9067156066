import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const video = (direction: 'in' | 'out') => ({ needs: { vid: { kind: 'video' as const, direction } } })
const chain = tiny({ devices: { camera: video('out'), vtx: video('in') } })

describe('VID-03', () => {
  it('is silent when the chain is closed', () => {
    expect(factsOf(chain, 'VID-03')).toEqual([])
  })
  it('names a picture that goes nowhere, and does without it', () => {
    const plan = edited(chain, { type: 'device.remove', device: 'vtx' })
    const [found] = findingsOf(plan, 'VID-03')
    expect(found!.fact).toBe('Camera: Vid goes nowhere')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('names one that gets nothing', () => {
    expect(factsOf(edited(chain, { type: 'device.remove', device: 'camera' }), 'VID-03')).toEqual(['Vtx: Vid gets nothing'])
  })
})
