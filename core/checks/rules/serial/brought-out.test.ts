import { describe, expect, it } from 'vitest'
import { allocated, factsOf } from '../../../../tests/helpers/plans'

describe('SER-15', () => {
  it('is silent when the port has pads', () => {
    expect(factsOf(allocated('culvert-scout'), 'SER-15')).toEqual([])
  })
  it('speaks when a revision drops the port', () => {
    const plan = allocated('culvert-scout', { type: 'board.revision', revision: '3' })
    expect(factsOf(plan, 'SER-15')).toEqual(['GNSS (Position) is on Software port 2, which Brae Mini rev 3 does not bring out'])
  })
})
