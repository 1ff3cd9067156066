import { describe, expect, it } from 'vitest'
import { allocated, findingsOf } from '../../../../tests/helpers/plans'

describe('SER-10', () => {
  it('is silent on boards whose USB is apart', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-10')).toEqual([])
  })
  it('names the states in which the link is lost', () => {
    const found = findingsOf(allocated('culvert-scout'), 'SER-10')
    expect(found).toHaveLength(1)
    expect(found[0]!.fact).toMatch(/Port 1 is wired to the USB bridge: .* lost while USB is in use/)
    expect(found[0]!.severity).toBe('weigh')
  })
})
