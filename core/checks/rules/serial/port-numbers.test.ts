import { describe, expect, it } from 'vitest'
import { allocated, factsOf, onBoard } from '../../../../tests/helpers/plans'

describe('SER-18', () => {
  it('shows printed and firmware numbers of the ports in use', () => {
    expect(factsOf(allocated('culvert-scout'), 'SER-18')).toEqual([
      'printed and firmware numbers differ: Port 1 is 0, Port 2 is 1, Software port 1 is 30, Software port 2 is 31; bridge steps take the firmware number',
    ])
  })
  it('is silent when they agree', () => {
    const plan = onBoard(allocated('culvert-scout'), (board) =>
      Object.values(board.ports).forEach((port) => (port.number = port.index)),
    )
    expect(factsOf(plan, 'SER-18')).toEqual([])
  })
})
