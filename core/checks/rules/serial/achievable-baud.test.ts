import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'
import type { SerialPort } from '../../../catalogue'

const link = (port: Partial<Pick<SerialPort, 'clock' | 'oversampling'>>, bauds = [100_000, 115_200]) =>
  tiny({ ports: { p1: port }, devices: { gnss: { needs: { fix: serial({ bauds }) } } }, at: { 'gnss/fix': 'port:p1' } })

describe('SER-06', () => {
  it('is silent where the divider hits the rate, and on a port whose clock nobody knows', () => {
    expect(factsOf(link({ clock: 42_000_000 }, [115_200]), 'SER-06')).toEqual([])
    expect(factsOf(link({}), 'SER-06')).toEqual([])
  })
  it('weighs an error above half of what a character allows', () => {
    // 1 MHz / 13 is 76 923; of 75 000 that is 2.6 % too fast. 8N1 bears (0.5 − 1/16) / 9.5 = 4.6 %.
    const [found] = findingsOf(link({ clock: 1_000_000 }, [75_000]), 'SER-06')
    expect(found).toMatchObject({ severity: 'weigh', fixes: [] })
    expect(found!.fact).toBe(
      'Gnss (Fix): Port 1 makes 76\u202f923 baud of 75\u202f000 baud: 2.6 % off; both ends together may be 4.6 % off at 8N1',
    )
  })
  it('has an error above all of it mended, by a rate that is nearer', () => {
    // 1 MHz / 6 is 166 667; of 180 000 that is 7.4 % too slow. 100 000 divides it evenly.
    const plan = link({ clock: 1_000_000 }, [180_000, 100_000])
    const [found] = findingsOf(plan, 'SER-06')
    expect(found).toMatchObject({ severity: 'fix' })
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Set both ends to 100\u202f000 baud'])
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('allows less on a port that takes 8 samples a bit', () => {
    // 1 MHz / 23 is 43 478; of 42 600 that is 2.06 % too fast: within half of 4.6 %, not within half of (0.5 − 1/8) / 9.5 = 3.9 %.
    expect(factsOf(link({ clock: 1_000_000, oversampling: 16 }, [42_600]), 'SER-06')).toEqual([])
    expect(factsOf(link({ clock: 1_000_000, oversampling: 8 }, [42_600]), 'SER-06')).toHaveLength(1)
  })
})
