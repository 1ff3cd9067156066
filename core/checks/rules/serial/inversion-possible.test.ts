import { describe, expect, it } from 'vitest'
import { allocated, findingsOf } from '../../../../tests/helpers/plans'

const onPort = (port: string) => {
  const start = allocated('culvert-scout')
  return allocated('culvert-scout', {
    type: 'assignment.adopt',
    assignment: { ...start.assignment, 'receiver/rc': { place: port, protocol: 'sbus', baud: 100000 } },
    supplies: start.supplies,
  })
}

describe('SER-09', () => {
  it('is silent where the inverter can be switched', () => {
    expect(findingsOf(onPort('port:uart2'), 'SER-09')).toEqual([])
  })
  it('speaks of an inverted signal on a line without an inverter', () => {
    expect(findingsOf(onPort('port:uart1'), 'SER-09')[0]!.fact).toBe(
      'Control receiver (Control link) is inverted; RX of Port 1 has no inverter',
    )
  })
})
