import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import type { Plan } from '#core/plan'

/** The transmitter of the hex, asked so many times a second. */
function asking(rate: number): Plan {
  const plan = structuredClone(allocated('spillway-hex'))
  const control = plan.definitions.devices['pharos-800']!.needs.control as { messages: { rate: number }[] }
  for (const message of control.messages) message.rate = rate
  return plan
}

describe('LOD-06', () => {
  it('is silent while each reply has its time: eight bytes each way at 4 800 8N2 take 36.7 ms', () => {
    expect(findingsOf(asking(2), 'LOD-06')).toEqual([])
    expect(findingsOf(asking(27), 'LOD-06')).toEqual([])
  })
  it('says when requests come faster than replies', () => {
    expect(findingsOf(asking(28), 'LOD-06')).toMatchObject([
      { severity: 'fix', fact: expect.stringContaining('take 36.7 ms on one wire; 28 a second are asked, 27 fit') as string },
    ])
  })
})
