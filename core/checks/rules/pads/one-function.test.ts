import { describe, expect, it } from 'vitest'
import { allocated, factsOf, findingsOf, moved } from '../../../../tests/helpers/plans'

describe('PAD-01', () => {
  it('is silent when each pad serves one need', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'PAD-01')).toEqual([])
  })
  it('names both needs on a pad', () => {
    const plan = moved('spillway-hex', { 'spotlight/on': { place: 'pad:AUX' }, 'adapter/enable': { place: 'pad:AUX' } })
    expect(factsOf(plan, 'PAD-01')).toEqual(['pad AUX is to serve Wireless adapter (Enable line) and Spotlight (Light on)'])
  })
  it('sees a pad that is a line of a port in use', () => {
    const plan = moved('spillway-hex', { 'gimbal/pitch': { place: 'pad:TX4' } })
    expect(findingsOf(plan, 'PAD-01')[0]!.fact).toMatch(/pad TX4 is to serve Gimbal \(Pitch pulse\) and is a line of Port 4/)
  })
})
