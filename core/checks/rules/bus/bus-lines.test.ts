import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const plan = tiny({
  i2c: { bus: {} },
  devices: { compass: { needs: { heading: { kind: 'i2c' } } } },
  at: { 'compass/heading': 'i2c:bus' },
})

describe('BUS-03', () => {
  it('is silent when both lines are where they belong', () => {
    expect(findingsOf(plan, 'BUS-03')).toEqual([])
  })
  it('speaks of both lines when they are crossed', () => {
    const crossed = edited(
      plan,
      { type: 'wire.set', wire: 'compass.sda', set: { end: 'pad:SCL' } },
      { type: 'wire.set', wire: 'compass.scl', set: { end: 'pad:SDA' } },
    )
    expect(factsOf(crossed, 'BUS-03')).toEqual([
      'SDA of Compass (Heading) leads to pad SCL by W1; it belongs at pad SDA',
      'SCL of Compass (Heading) leads to pad SDA by W2; it belongs at pad SCL',
    ])
  })
  it('speaks of a line left off, and fits it', () => {
    const left = edited(plan, { type: 'wire.set', wire: 'compass.sda', set: { omitted: true } })
    const [found] = findingsOf(left, 'BUS-03')
    expect(found!.fact).toBe('SDA of Compass (Heading) has its wire W1 left off; it belongs at pad SDA')
    expect(settledBy(left, found!)).toBe(true)
  })
})
