import { describe, expect, it } from 'vitest'
import { findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const set = (device: string, setting: string, value: string | number) =>
  ({ type: 'setting.set', device, setting, value }) as const

describe('SET-01', () => {
  it('is silent while all is as wanted', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SET-01')).toEqual([])
  })
  it('says what disagrees with another setting, and sets it back', () => {
    const plan = allocated('spillway-hex', set('overlay', 'speed', 'slow'))
    const [found, ...rest] = findingsOf(plan, 'SET-01')
    expect(rest).toEqual([])
    expect(found).toMatchObject({
      severity: 'fix',
      fact: expect.stringMatching(/^Speed class of Text overlay is slow, wanted is fast: Text rate is 115.200 baud$/) as string,
    })
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('says a value that the part does not have', () => {
    const plan = allocated('spillway-hex', set('transmitter', 'frequency', 99))
    expect(findingsOf(plan, 'SET-01')).toMatchObject([
      { fact: 'Frequency of Video transmitter is 99 MHz: it goes from 5645 to 5945 MHz' },
    ])
  })
  it('leaves the ends of links to the rules of links', () => {
    const plan = allocated('spillway-hex', { type: 'link.set', need: 'overlay/text', end: 'device', set: { baud: 19_200 } })
    expect(findingsOf(plan, 'SET-01')).toEqual([])
    expect(findingsOf(plan, 'SER-02')).toHaveLength(1)
  })
})
