import { describe, expect, it } from 'vitest'
import { allocated, change, factsOf } from '../../../../tests/helpers/plans'

describe('GND-03', () => {
  it('is silent when grounds go to the board', () => {
    expect(factsOf(allocated('spillway-hex'), 'GND-03')).toEqual([])
  })
  it('names the part that the ground goes through', () => {
    const fed = change(allocated('spillway-hex'), 'pharos-800', (transmitter) => {
      transmitter.outputs.cam = {
        label: 'CAM 5V',
        terminal: 'vcc',
        ground: 'gnd',
        volts: 5,
        limit: 1,
        kind: 'switching',
        efficiency: 0.9,
        dropout: 1,
        filtered: true,
      }
    })
    const plan = { ...fed, supplies: { ...fed.supplies, 'camera/main': 'output:transmitter/cam' } }
    expect(factsOf(plan, 'GND-03')[0]).toMatch(/takes the ground of Camera back through Video transmitter/)
  })
})
