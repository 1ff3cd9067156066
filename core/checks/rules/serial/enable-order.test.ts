import { describe, expect, it } from 'vitest'
import { factsOf } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const on = (kind: 'hardware' | 'software') =>
  tiny({ ports: { p1: { kind } }, devices: { gnss: { needs: { fix: serial() } } }, at: { 'gnss/fix': 'port:p1' } })

describe('SER-17', () => {
  it('is silent without software ports in use', () => {
    expect(factsOf(on('hardware'), 'SER-17')).toEqual([])
    expect(factsOf({ ...on('software'), assignment: {} }, 'SER-17')).toEqual([])
  })
  it('tells the order of steps', () => {
    expect(factsOf(on('software'), 'SER-17')).toEqual([
      'Port 1 for Gnss (Fix): enable software ports first, save and restart; only then does the port appear and can be set',
    ])
  })
})
