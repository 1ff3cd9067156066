import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, settledBy } from '../../../../tests/helpers/plans'

describe('GND-01', () => {
  it('is silent when each device has its ground', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(findingsOf(allocated(name), 'GND-01')).toEqual([])
  })
  it('stops at a ground wire left off, and fits it', () => {
    const plan = allocated('spillway-hex', { type: 'wire.set', wire: 'camera.gnd', override: { omitted: true } })
    const [found] = findingsOf(plan, 'GND-01')
    expect(found).toMatchObject({ severity: 'stop', subjects: ['device:camera', 'wire:camera.gnd'] })
    expect(settledBy(plan, found!)).toBe(true)
  })
})
