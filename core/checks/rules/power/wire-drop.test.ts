import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'
import { wireResistancePerMetre } from '../../../units'

const fed = (length: number, { min = 4.5, peak = 2 } = {}) =>
  edited(
    tiny({ devices: { ring: { supply: { min, max: 5.5, typical: 0.5, peak } } } }),
    ...(['vcc', 'gnd'] as const).map((terminal) => ({
      type: 'wire.set' as const,
      wire: `ring.${terminal}`,
      set: { gauge: 26, length },
    })),
  )

describe('PWR-05', () => {
  it('is silent on short wires', () => {
    expect(findingsOf(fed(100), 'PWR-05')).toEqual([])
  })
  it('lets a part live on a rail of its own nominal voltage', () => {
    expect(findingsOf(fed(100, { min: 5, peak: 0.5 }), 'PWR-05')).toEqual([])
  })
  it('weighs what is lost there and back, 2·R·I', () => {
    const lost = 2 * 0.5 * wireResistancePerMetre(26) * 2
    expect(lost).toBeCloseTo(0.268, 3)
    expect(findingsOf(fed(500), 'PWR-05')).toMatchObject([
      { severity: 'weigh', fact: 'Ring gets 4.73 V at 2 A peak: its wires lose 0.268 V there and back' },
    ])
  })
  it('has it mended when the part gets too little, by thicker wire', () => {
    const plan = fed(1200)
    const [found] = findingsOf(plan, 'PWR-05')
    expect(found).toMatchObject({ severity: 'fix' })
    expect(found!.fact).toMatch(/^Ring gets 4\.36 V at 2 A peak: its wires lose 0\.643 V there and back; it needs 4\.5 V$/)
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Make them AWG 20'])
    expect(settledBy(plan, found!)).toBe(true)
  })
})
