import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const camera = tiny({ devices: { camera: {} } })

describe('GND-01', () => {
  it('is silent when the ground is there, and about a device of which no wire is fitted', () => {
    expect(findingsOf(camera, 'GND-01')).toEqual([])
    expect(
      findingsOf({ ...camera, wires: { 'camera.vcc': { omitted: true }, 'camera.gnd': { omitted: true } } }, 'GND-01'),
    ).toEqual([])
  })
  it('stops at a ground wire left off, and fits it', () => {
    const plan = edited(camera, { type: 'wire.set', wire: 'camera.gnd', set: { omitted: true } })
    const [found] = findingsOf(plan, 'GND-01')
    expect(found).toMatchObject({
      severity: 'stop',
      subjects: ['device:camera', 'wire:camera.gnd'],
      fact: 'Camera has no way to ground, though 1 of its other wires is fitted',
    })
    expect(settledBy(plan, found!)).toBe(true)
  })
})
