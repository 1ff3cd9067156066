import { describe, expect, it } from 'vitest'
import { allocated, factsOf, change } from '../../../../tests/helpers/plans'

describe('PAD-08', () => {
  it('tells levels by flight state and at power-up', () => {
    expect(factsOf(allocated('culvert-scout'), 'PAD-08')[0]).toMatch(
      /is high while disarmed, low while armed; it has to be low at power-up, when pad .* floats: fit a pull-down of 10 kΩ/,
    )
  })
  it('is silent about a line that never matters', () => {
    const plan = change(allocated('culvert-scout'), 'tether-b', (draft) => {
      ;(draft.needs.enable as { levels: object }).levels = { powerUp: 'any', disarmed: 'high', armed: 'high' }
    })
    expect(factsOf(plan, 'PAD-08')).toEqual([])
  })
})
