import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

// A quarter wave at 433 MHz: 299 792.458 / (4 · 433) = 173.1 mm; × 0.95 on a covered wire, 164.4 mm.
const facts = (antenna?: number, velocity = 1) =>
  factsOf(
    tiny({
      devices: {
        receiver: {
          radios: {
            main: { label: 'Control', megahertz: 433, sends: false, velocity, ...(antenna === undefined ? {} : { antenna }) },
          },
        },
      },
    }),
    'RFI-04',
  )

describe('RFI-04', () => {
  it('is silent on antennas of a quarter wave, and on those that are built in', () => {
    expect(facts(173)).toEqual([])
    expect(facts(164, 0.95)).toEqual([])
    expect(facts()).toEqual([])
  })
  it('gives both lengths', () => {
    expect(facts(150)).toEqual(['Receiver (Control, 433 MHz) has an antenna of 150 mm; a quarter wave is 173.1 mm'])
    expect(facts(180, 0.95)).toEqual(['Receiver (Control, 433 MHz) has an antenna of 180 mm; a quarter wave is 164.4 mm'])
  })
})
