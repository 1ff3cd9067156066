import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const plan = (priority: 'must' | 1, leftOut: string[]) =>
  tiny({ ports: { p1: {} }, devices: { logger: { priority, leftOut, needs: { log: serial({ label: 'Log stream' }) } } } })

describe('FIT-02', () => {
  it('is silent while nothing is left out, and about wishes', () => {
    expect(findingsOf(plan('must', []), 'FIT-02')).toEqual([])
    expect(findingsOf(plan(1, ['log']), 'FIT-02')).toEqual([])
  })
  it('keeps saying what a must does without, and offers it again', () => {
    const [found] = findingsOf(plan('must', ['log']), 'FIT-02')
    expect(found).toMatchObject({ severity: 'weigh', fact: 'Logger is a must, and does without Log stream' })
    expect(settledBy(plan('must', ['log']), found!)).toBe(true)
    const again = edited(plan('must', []), { type: 'need.leave-out', need: 'logger/log', leftOut: true })
    expect(findingsOf(again, 'FIT-02')).toHaveLength(1)
  })
})
