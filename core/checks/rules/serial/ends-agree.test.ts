import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('SER-02', () => {
  it('is silent when both ends are as allocated', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-02')).toEqual([])
  })
  it('gives the figures of both ends and mends either', () => {
    const plan = allocated('spillway-hex', { type: 'link.set', need: 'overlay/text', settings: { baud: 19200 } })
    const [found] = findingsOf(plan, 'SER-02')
    expect(found!.fact).toContain('board 115\u202f200 baud, device 19\u202f200 baud')
    expect(found!.subjects).toContain('need:overlay/text')
    expect(settledBy(plan, found!, 0)).toBe(true)
    expect(settledBy(plan, found!, 1)).toBe(true)
  })
  it('reads frame and inversion too', () => {
    const port = allocated('spillway-hex').assignment['gnss/fix']!.place.slice(5)
    const plan = allocated('spillway-hex', { type: 'port.set', port, settings: { frame: '8E2', inverted: true } })
    expect(findingsOf(plan, 'SER-02')[0]!.fact).toMatch(
      /frame: board 8E2, device 8N1; inversion: board inverted, device not inverted/,
    )
  })
})
