import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('GND-02', () => {
  it('is silent when all grounds meet', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(findingsOf(allocated(name), 'GND-02')).toEqual([])
  })
  it('names the picture whose ends share no ground', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'camera.gnd', override: { omitted: true } })
    const [found] = findingsOf(plan, 'GND-02')
    expect(found!.fact).toMatch(/carries the picture between Camera and Text overlay, which share no ground/)
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('follows grounds through another device', () => {
    const plan = allocated('fellside-mapper', { type: 'supply.choose', supply: 'rudder/main', source: 'output:servo-bec/v6' })
    expect(findingsOf(plan, 'GND-02')).toEqual([])
    const cut = allocated(
      'fellside-mapper',
      { type: 'supply.choose', supply: 'rudder/main', source: 'output:servo-bec/v6' },
      { type: 'wire.set', wire: 'servo-bec.gnd', override: { omitted: true } },
    )
    expect(findingsOf(cut, 'GND-02').map(({ subjects }) => subjects[1])).toEqual(['device:rudder'])
  })
})
