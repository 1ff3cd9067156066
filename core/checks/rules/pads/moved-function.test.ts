import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny, type Tiny } from '../../../../tests/helpers/tiny'

const held = {
  functions: [{ as: 'switch' as const }, { as: 'led-data' as const, of: 't1' }],
  default: { feature: 'lights', as: 'led-data' as const },
}
const lamp = { needs: { on: { kind: 'switch' } } } as const
const strip = { needs: { data: { kind: 'led-data' } } } as const
const facts = (said: Tiny) => factsOf(tiny({ pads: { L: held, M: [{ as: 'led-data', of: 't2' }] }, ...said }), 'PAD-05')

describe('PAD-05', () => {
  it('is silent when features keep their pads', () => {
    expect(facts({ devices: { strip }, at: { 'strip/data': 'pad:L' } })).toEqual([])
  })
  it('says what is freed and that nothing else needs it', () => {
    expect(facts({ devices: { lamp }, at: { 'lamp/on': 'pad:L' } })).toEqual([
      'lights freed on pad L, claimed by Lamp (On); nothing else needs it. Free it first and save, then claim it',
    ])
  })
  it('says where the feature goes instead', () => {
    expect(facts({ devices: { lamp, strip }, at: { 'lamp/on': 'pad:L', 'strip/data': 'pad:M' } })[0]).toContain(
      'lights go to pad M',
    )
  })
  it('says who now lacks a pad', () => {
    expect(facts({ devices: { lamp, strip }, at: { 'lamp/on': 'pad:L' } })[0]).toContain('Strip (Data) now lacks a pad')
  })
  it('speaks of a line of a port too', () => {
    const tx = { pin: { functions: [{ as: 'switch' as const }], default: { feature: 'switches', as: 'switch' as const } } }
    expect(
      facts({ ports: { p1: { tx } }, devices: { gnss: { needs: { fix: serial() } } }, at: { 'gnss/fix': 'port:p1' } }),
    ).toEqual(['switches freed on pad TX1, claimed by Gnss (Fix); nothing else needs it. Free it first and save, then claim it'])
  })
})
