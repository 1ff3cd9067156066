import { describe, expect, it } from 'vitest'
import { allocated, change, factsOf } from '../../../../tests/helpers/plans'

describe('GND-05', () => {
  it('is silent when each lead has its ground', () => {
    expect(factsOf(allocated('culvert-scout'), 'GND-05').some((fact) => fact.includes('Control receiver'))).toBe(false)
  })
  it('shows the way back', () => {
    const plan = change(allocated('spillway-hex'), 'merlow-n3c', (gnss) => {
      gnss.connectors = { main: { type: 'JST-GH ×3', pins: ['vcc', 'gnd'] }, data: { type: 'JST-GH ×2', pins: ['tx', 'rx'] } }
    })
    expect(factsOf(plan, 'GND-05').find((fact) => fact.includes('GNSS'))).toMatch(
      /on JST-GH ×2 \(.*\) has no ground; its current returns by W\d+ to GND/,
    )
  })
})
