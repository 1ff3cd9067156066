import { describe, expect, it } from 'vitest'
import { allocated, factsOf, onBoard } from '../../../../tests/helpers/plans'

describe('PWR-09', () => {
  it('lists the dead and the living', () => {
    const [fact] = factsOf(allocated('spillway-hex'), 'PWR-09')
    expect(fact).toMatch(/^on USB alone ESC four-in-one, .*Camera, .* are dead; Control receiver.* live$/)
  })
  it('is silent when USB feeds everything', () => {
    const plan = onBoard(allocated('spillway-hex'), (board) => {
      for (const rail of Object.values(board.rails)) rail.liveFrom = ['battery', 'usb']
    })
    expect(factsOf(plan, 'PWR-09')).toEqual([])
  })
})
