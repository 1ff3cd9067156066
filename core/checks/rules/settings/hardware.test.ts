import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const set = { type: 'setting.set', device: 'overlay', setting: 'hardware', value: 'hardware 2' } as const

describe('SET-05', () => {
  it('is silent while the sheet follows the variant', () => {
    for (const name of ['spillway-hex', 'culvert-scout'] as const) expect(findingsOf(allocated(name), 'SET-05')).toEqual([])
  })
  it('says that a part of hardware 1 is set up as hardware 2, and sets it back', () => {
    const plan = edited(allocated('culvert-scout'), set)
    const [found] = findingsOf(plan, 'SET-05')
    expect(found?.fact).toBe('Hardware of Text overlay is set to hardware 2, wanted is hardware 1: the part is “hardware 1”')
    expect(settledBy(plan, found!)).toBe(true)
    expect(factsOf(plan, 'SET-01')).toEqual([])
  })
  it('and the other way round, when the variant is changed under a value set by hand', () => {
    const plan = edited(allocated('spillway-hex'), set, { type: 'device.variant', device: 'overlay', variant: 'h1' })
    expect(findingsOf(plan, 'SET-05')).toHaveLength(1)
  })
})
