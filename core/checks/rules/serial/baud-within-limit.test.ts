import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const link = (bauds: number[], limits: { minBaud?: number; maxBaud?: number }) =>
  tiny({ ports: { p1: limits }, devices: { gnss: { needs: { fix: serial({ bauds }) } } }, at: { 'gnss/fix': 'port:p1' } })

describe('SER-05', () => {
  it('is silent within the limit, and when there is another rate that is', () => {
    expect(factsOf(link([19200], { maxBaud: 19200 }), 'SER-05')).toEqual([])
    expect(factsOf(link([115200, 9600], { maxBaud: 19200 }), 'SER-05')).toEqual([])
  })
  it('speaks of a device without a rate the port reaches', () => {
    expect(factsOf(link([115200, 57600], { maxBaud: 19200 }), 'SER-05')).toEqual([
      'Gnss (Fix): runs at 115\u202f200 baud, at least 57\u202f600 baud; Port 1 reaches 19\u202f200 baud',
    ])
  })
  it('speaks of one too slow', () => {
    expect(factsOf(link([2400], { minBaud: 9600 }), 'SER-05')).toEqual([
      'Gnss (Fix): runs at 2\u202f400 baud; Port 1 starts at 9\u202f600 baud',
    ])
  })
  it('speaks of a rate set by hand, and sets both ends to one that fits', () => {
    const plan = edited(link([9600, 115200], { maxBaud: 19200 }), {
      type: 'link.set',
      need: 'gnss/fix',
      end: 'board',
      set: { baud: 115200 },
    })
    const [found] = findingsOf(plan, 'SER-05')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Set both ends as worked out', 'Set both ends to 9\u202f600 baud'])
    expect(settledBy(plan, found!)).toBe(true)
  })
})
