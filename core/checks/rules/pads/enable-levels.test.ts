import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const facts = (levels: object) =>
  factsOf(
    tiny({
      pads: { A: [{ as: 'switch' }] },
      devices: { adapter: { needs: { enable: { kind: 'switch', levels } } } },
      at: { 'adapter/enable': 'pad:A' },
    }),
    'PAD-08',
  )

describe('PAD-08', () => {
  it('is silent about a line that never matters', () => {
    expect(facts({ powerUp: 'any', disarmed: 'high', armed: 'high' })).toEqual([])
  })
  it('tells levels by flight state', () => {
    expect(facts({ powerUp: 'any', disarmed: 'high', armed: 'low' })).toEqual([
      'Adapter (Enable) on pad A is high while disarmed, low while armed',
    ])
  })
  it.each([
    ['low', 'pull-down'],
    ['high', 'pull-up'],
  ])('asks for a resistor where the line has to be %s at power-up', (powerUp, resistor) => {
    expect(facts({ powerUp, disarmed: 'high', armed: 'high' })).toEqual([
      `Adapter (Enable) on pad A is high in flight and on the ground; it has to be ${powerUp} at power-up, when pad A floats: fit a ${resistor} of 10 kΩ`,
    ])
  })
})
