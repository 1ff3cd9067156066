import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'
import { ampacity } from '../../../electrics'

const fed = (gauge: number, peak: number) =>
  edited(tiny({ devices: { ring: { supply: { typical: 1, peak } } } }), { type: 'wire.set', wire: 'ring.vcc', set: { gauge } })

describe('PWR-06', () => {
  it('is silent up to what the wire carries', () => {
    expect(findingsOf(fed(30, Math.floor(ampacity(30) * 1000) / 1000), 'PWR-06')).toEqual([])
  })
  it('names a wire that is too thin, and makes it thicker', () => {
    const plan = fed(30, 3.6)
    const [found] = findingsOf(plan, 'PWR-06')
    expect(found!.fact).toBe('W1 is AWG 30, good for 1.28 A; it carries 3.6 A at peak')
    expect(settledBy(plan, found!)).toBe(true)
  })
  it('weighs a peak, has a steady load mended, and stops at three times what the wire carries', () => {
    const always = (amps: number) =>
      edited(tiny({ devices: { ring: { supply: { typical: amps, peak: amps } } } }), {
        type: 'wire.set',
        wire: 'ring.vcc',
        set: { gauge: 30 },
      })
    const severity = (plan: ReturnType<typeof always>) => findingsOf(plan, 'PWR-06').map((found) => found.severity)
    expect(severity(fed(30, 3.6))).toEqual(['weigh'])
    expect(severity(always(1.5))).toEqual(['fix'])
    expect(severity(always(3 * ampacity(30) - 0.01))).toEqual(['fix'])
    expect(severity(always(3 * ampacity(30) + 0.01))).toEqual(['stop'])
  })
})
