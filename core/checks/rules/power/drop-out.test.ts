import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, onBoard } from '../../../../tests/helpers/plans'

describe('PWR-03', () => {
  it('is silent with a battery that suits', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PWR-03')).toEqual([])
  })
  it('says how much is missing at empty battery', () => {
    const plan = allocated('spillway-hex', { type: 'battery.set', battery: { cells: 3, chemistry: 'liion', capacity: 3000 } })
    const found = findingsOf(plan, 'PWR-03').find(({ subjects }) => subjects[0] === 'rail:v10')!
    expect(found.fact).toBe('10 V lacks 2.6 V at empty battery: it needs 10 V and its drop-out')
  })
  it('stops at an input beyond the range', () => {
    const plan = onBoard(allocated('spillway-hex'), (board) => void (board.rails.v5!.input = { min: 7, max: 20 }))
    expect(findingsOf(plan, 'PWR-03')[0]).toMatchObject({ severity: 'stop', fact: expect.stringContaining('25.2 V') })
  })
})
