import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const bus = (onBoard?: number, brought?: number) =>
  tiny({
    i2c: { b: onBoard === undefined ? {} : { pullUp: onBoard } },
    devices: { compass: { needs: { field: { kind: 'i2c', ...(brought === undefined ? {} : { pullUp: brought }) } } } },
    at: { 'compass/field': 'i2c:b' },
  })

describe('BUS-02', () => {
  it('is silent with a fair pull-up on the board or on the part, and about a bus that nobody uses', () => {
    expect(factsOf(bus(4700), 'BUS-02')).toEqual([])
    expect(factsOf(bus(undefined, 4700), 'BUS-02')).toEqual([])
    expect(factsOf({ ...bus(), assignment: {} }, 'BUS-02')).toEqual([])
  })
  it('asks for some where there is none', () => {
    expect(findingsOf(bus(), 'BUS-02')).toMatchObject([
      { severity: 'fix', fact: 'I²C has no pull-up, and neither does a part on it: fit 4.7 kΩ from SDA and SCL to 3.3 V' },
    ])
  })
  it('weighs too strong ones, with the resistance of all together', () => {
    // 2200 and 2000 in parallel are 1047.6.
    expect(findingsOf(bus(2200, 2000), 'BUS-02')).toMatchObject([
      {
        severity: 'weigh',
        fact: 'I²C has 2 pull-ups, together 1\u202f048 Ω; below 1\u202f100 Ω an output may not pull the line low',
      },
    ])
  })
})
