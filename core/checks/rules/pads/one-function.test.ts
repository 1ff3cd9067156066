import { describe, expect, it } from 'vitest'
import { factsOf, findingsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type Tiny } from '../../../../tests/helpers/tiny'

const lamp = { needs: { on: { kind: 'switch' } } } as const
const facts = (said: Tiny) => factsOf(tiny(said), 'PAD-01')

describe('PAD-01', () => {
  it('is silent when each pad serves one need', () => {
    expect(facts({ pads: { A: [{ as: 'switch' }] }, devices: { lamp }, at: { 'lamp/on': 'pad:A' } })).toEqual([])
  })
  it('names both needs on a pad, and keeps one off', () => {
    const plan = tiny({
      pads: { A: [{ as: 'switch' }] },
      devices: { lamp, horn: lamp },
      at: { 'lamp/on': 'pad:A', 'horn/on': 'pad:A' },
    })
    const [found] = findingsOf(plan, 'PAD-01')
    expect(found!.fact).toBe('pad A is to serve Lamp (On) and Horn (On)')
    expect(found!.fixes.map(({ label }) => label)).toEqual(['Keep Lamp off pad A', 'Keep Horn off pad A'])
    expect(found!.fixes[1]!.edit).toEqual({ type: 'need.ban', need: 'horn/on', place: 'pad:A' })
  })
  it('sees a pad that is a line of a port in use', () => {
    expect(
      facts({
        ports: { p1: { tx: { pin: { functions: [{ as: 'switch' }] } } } },
        devices: { lamp, gnss: { needs: { fix: serial() } } },
        at: { 'lamp/on': 'pad:TX1', 'gnss/fix': 'port:p1' },
      }),
    ).toEqual(['pad TX1 is to serve Lamp (On) and Gnss (Fix) as a line of Port 1'])
  })
  it('sees a pad that is a line of a bus in use', () => {
    expect(
      facts({
        i2c: { b: {} },
        pads: { SDA: [{ as: 'i2c-sda', of: 'b' }, { as: 'switch' }] },
        devices: { lamp, compass: { needs: { field: { kind: 'i2c' } } } },
        at: { 'lamp/on': 'pad:SDA', 'compass/field': 'i2c:b' },
      }),
    ).toEqual(['pad SDA is to serve Lamp (On) and Compass (Field) as a line of I²C'])
  })
  it('does not speak of two links on one port: that is SER-13’s', () => {
    const link = { needs: { fix: serial() } }
    expect(facts({ ports: { p1: {} }, devices: { a: link, b: link }, at: { 'a/fix': 'port:p1', 'b/fix': 'port:p1' } })).toEqual(
      [],
    )
  })
  it('speaks of a pad that cannot do what the need wants', () => {
    expect(facts({ pads: { A: [{ as: 'analog' }] }, devices: { lamp }, at: { 'lamp/on': 'pad:A' } })).toEqual([
      'Lamp (On): pad A cannot switch',
    ])
  })
  it('speaks of a pad that is not on the board, or not on its revision', () => {
    const gone = { revisions: { '1': { name: 'rev 1', differences: { pins: { A: null }, pads: { A: null } } } } }
    expect(facts({ devices: { lamp }, at: { 'lamp/on': 'pad:A' } })).toEqual([
      'Lamp (On): is put at a pad that is not on this board',
    ])
    expect(facts({ pads: { A: [{ as: 'switch' }] }, board: gone, devices: { lamp }, at: { 'lamp/on': 'pad:A' } })).toEqual([
      'Lamp (On): is put at pad A, which brings out no pin on revision 1',
    ])
  })
  it('speaks of a bus that the board does not have, or does not bring out', () => {
    const compass = { needs: { field: { kind: 'i2c' as const } } }
    expect(facts({ devices: { compass }, at: { 'compass/field': 'i2c:b' } })).toEqual([
      'Compass (Field): Board has no I²C bus for Field',
    ])
    expect(facts({ i2c: { b: {} }, devices: { compass }, at: { 'compass/field': 'i2c:c' } })).toEqual([
      'Compass (Field): is put on a bus that is not there on revision 1',
    ])
    const bare = { SDA: { pad: false as const, functions: [{ as: 'i2c-sda' as const, of: 'b' }] } }
    expect(facts({ i2c: { b: {} }, pads: bare, devices: { compass }, at: { 'compass/field': 'i2c:b' } })).toEqual([
      'Compass (Field): I²C is not brought out to pads',
    ])
  })
})
