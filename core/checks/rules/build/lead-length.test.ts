import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (length?: number, omitted = false) =>
  edited(
    tiny({
      ports: { p1: {} },
      devices: { gnss: { needs: { fix: serial() } } },
      at: { 'gnss/fix': 'port:p1' },
      plan: { positions: { gnss: { x: 0, y: 200 } } },
    }),
    { type: 'wire.set', wire: 'gnss.tx', set: { ...(length === undefined ? {} : { length }), omitted } },
  )

describe('MEC-02', () => {
  it('is silent about lengths worked out, long enough, or of a wire that is not fitted', () => {
    expect(findingsOf(link(), 'MEC-02')).toEqual([])
    expect(findingsOf(link(300), 'MEC-02')).toEqual([])
    expect(findingsOf(link(40, true), 'MEC-02')).toEqual([])
  })
  it('compares with the way along the frame, and cuts it right', () => {
    // RX1 is at (4, 1) of a board of 40 × 40 in the middle: 16 mm to the left, 19 mm to the front; a sensor sits 5 mm higher.
    const plan = link(40)
    const [found] = findingsOf(plan, 'MEC-02')
    expect(found!.fact).toBe('W2 is 40 mm; its way along the frame is 202 mm')
    expect(settledBy(plan, found!)).toBe(true)
  })
})
