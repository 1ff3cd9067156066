import { describe, expect, it } from 'vitest'
import { allocated, factsOf, moved } from '../../../../tests/helpers/plans'

describe('SER-13', () => {
  it('is silent when ports are shared as the board permits', () => {
    expect(factsOf(allocated('spillway-hex'), 'SER-13')).toEqual([])
  })
  it('speaks of two links that want one line', () => {
    const plan = moved('spillway-hex', { 'gnss/fix': { place: 'port:uart1', protocol: 'gnss-binary', baud: 115200 } })
    expect(factsOf(plan, 'SER-13')[0]).toBe(
      'Control receiver (Control link) and GNSS and compass (Position) are both on Port 1: both want its TX and RX',
    )
  })
  it('speaks of a port that cannot be split', () => {
    const plan = moved('spillway-hex', {
      'logger/log': { place: 'port:uart5', protocol: 'log-stream', baud: 115200 },
      'esc/telemetry': { place: 'port:uart5', protocol: 'esc-telemetry', baud: 115200 },
      'traffic/traffic': { place: 'port:uart7', protocol: 'mavlink', baud: 57600 },
    })
    expect(factsOf(plan, 'SER-13')[0]).toContain('are both on Port 5: the board cannot split it')
  })
  it('speaks of unlike rates on a split port', () => {
    const plan = allocated('spillway-hex', { type: 'link.set', need: 'logger/log', settings: { baud: 250000 } })
    expect(factsOf(plan, 'SER-13')[0]).toContain('they need unlike rates or frames')
  })
})
