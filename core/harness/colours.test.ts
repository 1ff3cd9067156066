import { describe, expect, it } from 'vitest'
import { allocated } from '../../tests/helpers/plans'
import { applyEdit, resolvePlan, type Plan } from '../plan'
import { wiresOf } from './index'

const hex = allocated('spillway-hex')
const coloursOf = (plan: Plan) => Object.fromEntries(wiresOf(resolvePlan(plan)).map(({ id, colour }) => [id, colour]))

describe('colours of wires', () => {
  it('tell motors apart, and pictures from serial lines', () => {
    const colours = coloursOf(hex)
    expect(new Set([1, 2, 3, 4].map((motor) => colours[`esc.s${motor}`])).size).toBe(4)
    const serial = new Set(['gnss.tx', 'gnss.rx', 'overlay.tx', 'overlay.rx'].map((id) => colours[id]))
    for (const id of ['camera.vid', 'overlay.vout']) expect(serial).not.toContain(colours[id])
    expect(colours['camera.vid']).not.toBe(colours['overlay.vout'])
  })
  it('follow the scheme of a workshop, but for leads that parts come with and what was set by hand', () => {
    const scheme = applyEdit(hex, {
      type: 'colours.set',
      colours: { 'motor-1': 'BN', 'motor-5': 'BN', ground: 'BU', 'serial-to-part': 'OG' },
    })
    const byHand = coloursOf(applyEdit(scheme, { type: 'wire.set', wire: 'gnss.rx', set: { colour: 'PK' } }))
    expect(byHand['esc.s1']).toBe('BN')
    expect(byHand['overlay.rx']).toBe('OG')
    expect(byHand['gnss.rx']).toBe('PK')
    expect(byHand['gnss.gnd']).toBe('BU')
    expect(byHand['esc-5.s']).toBe(coloursOf(hex)['esc-5.s'])
    expect(coloursOf(applyEdit(scheme, { type: 'colours.set', colours: {} }))).toEqual(coloursOf(hex))
  })
})
