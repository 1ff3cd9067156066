import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const on = (number: number) =>
  tiny({
    ports: { p1: { number }, p2: { number: 7 } },
    devices: { gnss: { needs: { fix: serial() } } },
    at: { 'gnss/fix': 'port:p1' },
  })

describe('SER-18', () => {
  it('is silent when the numbers of the ports in use agree', () => {
    expect(factsOf(on(1), 'SER-18')).toEqual([])
  })
  it('shows printed and firmware number of a port in use', () => {
    expect(factsOf(on(0), 'SER-18')).toEqual([
      'printed and firmware numbers differ: Port 1 is 0; bridge steps take the firmware number',
    ])
  })
})
