import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import { videoChain } from '../../../harness'
import { resolvePlan, type Plan } from '../../../plan'

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
  it('leaves out an overlay without a place: the picture goes past it', () => {
    const overlay = {
      needs: {
        text: serial(),
        in: { kind: 'video' as const, direction: 'in' },
        out: { kind: 'video' as const, direction: 'out' },
      },
    }
    const other = { needs: { fix: serial() } }
    const plan = (at: Record<string, 'port:p1'>) =>
      tiny({ ports: { p1: {} }, devices: { camera: video('out'), overlay, other, vtx: video('in') }, at })
    const along = (from: Plan) => videoChain(resolvePlan(from)).map(({ to }) => ('device' in to ? to.device.id : ''))
    expect(along(plan({ 'overlay/text': 'port:p1' }))).toEqual(['overlay', 'vtx'])
    expect(along(plan({ 'other/fix': 'port:p1' }))).toEqual(['vtx'])
    expect(factsOf(plan({ 'other/fix': 'port:p1' }), 'VID-03')).toEqual([])
  })
  it('takes cameras to the inputs of a switch in their order, and names one too many', () => {
    const vid = (direction: 'in' | 'out') => ({ kind: 'video' as const, direction })
    const cameras = (count: number) =>
      Object.fromEntries(Array.from({ length: count }, (_, at) => [`camera${at + 1}`, video('out')]))
    const plan = (count: number) =>
      tiny({
        devices: { vtx: video('in'), points: { needs: { a: vid('in'), b: vid('in'), out: vid('out') } }, ...cameras(count) },
      })
    const ends = videoChain(resolvePlan(plan(2))).map(({ from, to }) =>
      [from, to].map((end) => ('device' in end ? `${end.device.id}.${end.terminal}` : '')),
    )
    expect(ends).toEqual([
      ['camera1.vid', 'points.a'],
      ['camera2.vid', 'points.b'],
      ['points.out', 'vtx.vid'],
    ])
    expect(factsOf(plan(2), 'VID-03')).toEqual([])
    expect(factsOf(plan(3), 'VID-03')).toEqual(['Camera3: Vid goes nowhere'])
    expect(factsOf(plan(1), 'VID-03')).toEqual(['Points: B gets nothing'])
  })
  it('names one that gets nothing', () => {
    expect(factsOf(edited(chain, { type: 'device.remove', device: 'camera' }), 'VID-03')).toEqual(['Vtx: Vid gets nothing'])
  })
})
