import { describe, expect, it } from 'vitest'
import { allocated, findingsOf, onBoard } from '../../../../tests/helpers/plans'

describe('PWR-04', () => {
  it('reckons (Vin − Vout) × I', () => {
    const plan = onBoard(allocated('culvert-scout'), (board) => void (board.rails.v5!.kelvinPerWatt = 40))
    const [found] = findingsOf(plan, 'PWR-04')
    expect(found!.fact).toMatch(/5 V makes 8\.91 W of heat at 755 mA and full battery, 356 K above the air/)
    expect(found!.severity).toBe('fix')
  })
  it('is silent where regulators switch or carry little', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PWR-04')).toEqual([])
  })
})
