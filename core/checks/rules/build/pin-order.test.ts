import { describe, expect, it } from 'vitest'
import { allocated, change, factsOf } from '../../../../tests/helpers/plans'

describe('MEC-03', () => {
  const ordered = (pins: string[]) => {
    const plan = change(allocated('spillway-hex'), 'sonde-r', (device) => {
      device.connectors = { main: { type: 'JST-GH ×4', pins } }
    })
    const pads = { vcc: 'V5_7', scl: 'SCL', sda: 'SDA', gnd: 'G11' }
    return {
      ...plan,
      wires: Object.fromEntries(Object.entries(pads).map(([terminal, pad]) => [`rangefinder.${terminal}`, { pad }])),
    }
  }
  it('is silent when contacts match', () => {
    expect(factsOf(ordered(['vcc', 'scl', 'sda', 'gnd']), 'MEC-03').filter((fact) => fact.includes('Rangefinder'))).toEqual([])
  })
  it('lists the contacts that cross', () => {
    expect(factsOf(ordered(['vcc', 'sda', 'scl', 'gnd']), 'MEC-03').find((fact) => fact.includes('Rangefinder'))).toMatch(
      /contacts 2 → 3 \(.*\), 3 → 2 \(.*\); a straight cable will not do/,
    )
  })
})
