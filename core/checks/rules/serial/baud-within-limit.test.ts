import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('SER-05', () => {
  it('is silent within the limit', () => {
    expect(findingsOf(allocated('culvert-scout'), 'SER-05')).toEqual([])
  })
  it('speaks of a software port set too fast, and slows both ends down', () => {
    const start = allocated('culvert-scout')
    const port = start.assignment['adapter/config']!.place.slice(5)
    expect(port).toMatch(/^soft/)
    const plan = allocated('culvert-scout', { type: 'port.set', port, settings: { baud: 115200 } })
    const [found] = findingsOf(plan, 'SER-05')
    expect(found!.fact).toMatch(/runs at 115.200 baud; Software port \d reaches 19.200 baud/)
    expect(found!.fixes[0]!.label).toMatch(/19.200 baud/)
    expect(settledBy(plan, found!)).toBe(true)
  })
})
