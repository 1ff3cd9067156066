import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const link = (type: string, typical: number, peak: number) =>
  findingsOf(
    tiny({
      rails: { v5: { limit: 20 } },
      devices: { video: { supply: { typical, peak }, connectors: { main: { type, pins: ['vcc', 'gnd'] } } } },
    }),
    'PWR-14',
  )

describe('PWR-14', () => {
  it('is silent up to what a contact bears, and about leads and pads', () => {
    expect(link('JST-GH 1.25 ×2', 0.5, 1)).toEqual([])
    expect(link('two leads', 5, 9)).toEqual([])
  })
  it('weighs a peak, and has mended what flows all the time', () => {
    expect(link('JST-GH 1.25 ×2', 0.9, 2)).toMatchObject([
      {
        severity: 'weigh',
        fact: 'W1 and W2 take 2 A at peak through VCC of Video and GND of Video; a contact of JST-GH 1.25 ×2 carries 1 A',
      },
    ])
    expect(link('0.1 in ×2', 3.5, 4)[0]).toMatchObject({
      severity: 'fix',
      fact: 'W1 and W2 take 3.5 A all the time through VCC of Video and GND of Video; a contact of 0.1 in ×2 carries 3 A',
    })
  })
})
