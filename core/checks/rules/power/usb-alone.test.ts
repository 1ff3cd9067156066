import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const devices = { esc: { supply: { min: 10, max: 20 } }, gnss: {}, camera: { supply: { min: 10, max: 20 } } }
const feeds = { 'esc/main': 'rail:bat', 'camera/main': 'rail:bat' } as const

describe('PWR-09', () => {
  it('lists the dead and the living', () => {
    expect(factsOf(tiny({ devices, feeds }), 'PWR-09')).toEqual(['on USB alone Esc, Camera are dead; Gnss live'])
  })
  it('says when nothing lives', () => {
    expect(factsOf(tiny({ devices: { esc: devices.esc }, feeds: { 'esc/main': 'rail:bat' } }), 'PWR-09')).toEqual([
      'on USB alone Esc is dead; nothing lives',
    ])
  })
  it('is silent when USB feeds everything', () => {
    expect(factsOf(tiny({ devices: { gnss: {} } }), 'PWR-09')).toEqual([])
  })
})
