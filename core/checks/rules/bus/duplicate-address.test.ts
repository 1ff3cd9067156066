import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const compass = { class: 'gnss', needs: { field: { kind: 'i2c', addresses: [0x1e] } } } as const
const ranger = { needs: { range: { kind: 'i2c', addresses: [0x29, 0x1e] } } } as const
const bus = (address: number, onBoard: object[] = []) =>
  tiny({
    i2c: { b: { onBoard, pullUp: 4700 } },
    devices: { compass, ranger },
    at: { 'compass/field': 'i2c:b', 'ranger/range': { place: 'i2c:b', address } },
  })

describe('BUS-01', () => {
  it('is silent with addresses apart', () => {
    expect(factsOf(bus(0x29), 'BUS-01')).toEqual([])
  })
  it('names two parts on one address', () => {
    const [found] = findingsOf(bus(0x1e), 'BUS-01')
    expect(found!.fact).toBe('Compass (Field) and Ranger (Range) both answer to 0x1e on I²C')
    expect(found!.fixes.map(({ edit }) => edit)).toEqual([
      { type: 'need.ban', need: 'compass/field', place: 'i2c:b' },
      { type: 'need.ban', need: 'ranger/range', place: 'i2c:b' },
    ])
  })
  it('knows the parts soldered to the board', () => {
    expect(factsOf(bus(0x29, [{ name: 'barometer', address: 0x1e }]), 'BUS-01')).toEqual([
      "Compass (Field): address 0x1e is taken on I²C by the board's barometer",
    ])
  })
  it('speaks of an address that the part does not have', () => {
    expect(factsOf(bus(0x30), 'BUS-01')).toEqual(['Ranger (Range): cannot be set to address 0x30; it has 0x29, 0x1e'])
  })
})
