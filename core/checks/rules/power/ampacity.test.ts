import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('PWR-06', () => {
  it('is silent with the gauges proposed for what a device itself takes', () => {
    expect(
      findingsOf(allocated('spillway-hex'), 'PWR-06').filter(({ subjects }) => !subjects.some((one) => one.includes('esc'))),
    ).toEqual([])
  })
  it('names a wire that is too thin and settles it', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'ring.vcc', override: { gauge: 30 } })
    const found = findingsOf(plan, 'PWR-06').find(({ subjects }) => subjects[0] === 'wire:ring.vcc')!
    expect(found.fact).toMatch(/AWG 30, good for 1\.28 A; it carries 3\.6 A at peak/)
    expect(settledBy(plan, found)).toBe(true)
  })
})
