import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { tiny } from '../../../../tests/helpers/tiny'

const input = (most: number, limit?: number) =>
  findingsOf(
    tiny({
      pads: { A: { functions: [{ as: 'analog', ...(limit === undefined ? {} : { max: limit }) }], level: 3.3, maxIn: 4 } },
      devices: { esc: { needs: { current: { kind: 'analog', max: most } } } },
      at: { 'esc/current': 'pad:A' },
    }),
    'PAD-09',
  )

describe('PAD-09', () => {
  it('is silent within what the input measures: what is said of it, or the level of its pin', () => {
    expect(input(3.3)).toEqual([])
    expect(input(6, 6.6)).toEqual([])
  })
  it('has more than that mended', () => {
    expect(input(3.5)).toMatchObject([{ severity: 'fix', fact: 'Esc (Current): gives up to 3.5 V; pad A measures up to 3.3 V' }])
    expect(input(2, 1.8)).toMatchObject([{ severity: 'fix', fact: 'Esc (Current): gives up to 2 V; pad A measures up to 1.8 V' }])
  })
  it('stops at what destroys the pin', () => {
    expect(input(5)).toMatchObject([
      { severity: 'stop', fact: 'Esc (Current): gives up to 5 V; pad A measures up to 3.3 V and accepts up to 4 V' },
    ])
  })
})
