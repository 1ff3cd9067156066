import { describe, expect, it } from 'vitest'
import { allocated } from '../../../../tests/helpers/plans'
import { edited, findingsOf } from '../../../../tests/helpers/findings'

const at = (x: number, y: number, z: number) =>
  edited(allocated('spillway-hex'), { type: 'spot.set', part: 'gnss', spot: { x, y, z } })

describe('RFI-05', () => {
  it('is silent where the GNSS stands on its mast', () => {
    expect(findingsOf(allocated('spillway-hex'), 'RFI-05')).toEqual([])
    expect(findingsOf(at(0, 330, 150), 'RFI-05')).toEqual([])
  })
  it('tells of main wires beside a compass, with field and current', () => {
    const found = findingsOf(at(0, -120, 0), 'RFI-05')
    expect(found.length).toBeGreaterThan(0)
    expect(found[0]).toMatchObject({ severity: 'weigh' })
    expect(found[0]!.subjects).toContain('device:gnss')
    expect(found.map(({ fact }) => fact).join()).toMatch(
      /between Battery and Distribution board pass \d+ mm from GNSS.*µT at [\d.]+\sA: twist/,
    )
  })
})
