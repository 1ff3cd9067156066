import { describe, expect, it } from 'vitest'
import { allocated, findingsOf } from '../../../../tests/helpers/plans'

const receiverOn = (port: string) => {
  const start = allocated('culvert-scout')
  return allocated('culvert-scout', {
    type: 'assignment.adopt',
    assignment: { ...start.assignment, 'receiver/rc': { place: port, protocol: 'sbus', baud: 100000 } },
    supplies: start.supplies,
  })
}

describe('SER-12', () => {
  it('is silent when the receiver has a port of its own', () => {
    expect(findingsOf(receiverOn('port:uart2'), 'SER-12')).toEqual([])
  })
  it('speaks when the port can be taken away', () => {
    const [found] = findingsOf(receiverOn('port:uart1'), 'SER-12')
    expect(found!.fact).toContain('must never be interrupted')
    expect(found!.fixes[0]!.edit).toEqual({ type: 'need.ban', need: 'receiver/rc', place: 'port:uart1' })
  })
})
