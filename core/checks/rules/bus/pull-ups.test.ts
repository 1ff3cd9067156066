import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, onBoard } from '../../../../tests/helpers/plans'

describe('BUS-02', () => {
  const pulled = (ohms: number | undefined) => onBoard(allocated('spillway-hex'), (board) => (board.i2c.i2c1!.pullUp = ohms))
  it('is silent with a fair pull-up', () => {
    expect(findingsOf(allocated('spillway-hex'), 'BUS-02')).toEqual([])
  })
  it('weighs too strong ones, with the resistance of all together', () => {
    expect(findingsOf(pulled(1200), 'BUS-02')[0]).toMatchObject({ severity: 'weigh' })
    expect(findingsOf(pulled(1200), 'BUS-02')[0]!.fact).toMatch(/2 pull-ups, together 1.071 Ω/)
  })
  it('asks for some where there is none', () => {
    const plan = onBoard(allocated('fellside-mapper'), (board) => delete board.i2c.i2c1!.pullUp)
    expect(findingsOf(plan, 'BUS-02')).toEqual([])
    const bare = structuredClone(plan)
    delete (bare.definitions.devices['sonde-a']!.needs.airspeed as { pullUp?: number }).pullUp
    expect(findingsOf(bare, 'BUS-02')[0]).toMatchObject({ severity: 'fix' })
  })
})
