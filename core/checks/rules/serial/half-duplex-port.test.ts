import { describe, expect, it } from 'vitest'
import { allocated, findingsOf } from '../../../../tests/helpers/plans'

describe('SER-08', () => {
  it('is silent on ports that can turn round', () => {
    expect(findingsOf(allocated('spillway-hex'), 'SER-08')).toEqual([])
  })
  it('speaks of a one-wire link on a port that cannot', () => {
    const start = allocated('spillway-hex')
    const plan = allocated('spillway-hex', {
      type: 'assignment.adopt',
      assignment: { ...start.assignment, 'transmitter/control': { place: 'port:uart5', protocol: 'vtx-half', baud: 4800 } },
      supplies: start.supplies,
    })
    expect(findingsOf(plan, 'SER-08')[0]!.fact).toContain(
      'Video transmitter (Transmitter control) talks both ways on one wire; Port 5 cannot',
    )
  })
})
