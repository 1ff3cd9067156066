import { describe, expect, it } from 'vitest'
import { edited, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'

const tick = (step: string, value = '') => ({ type: 'step.tick', step, value }) as const
const scout = allocated('culvert-scout')

describe('SET-07', () => {
  it('is silent before anything is set, and once a backup is ticked off', () => {
    expect(findingsOf(scout, 'SET-07')).toEqual([])
    expect(findingsOf(edited(scout, tick('backup'), tick('feature:software-ports')), 'SET-07')).toEqual([])
  })
  it('asks for one where ports or pads have changed what they do', () => {
    const plan = edited(scout, tick('feature:software-ports'))
    const [found] = findingsOf(plan, 'SET-07')
    expect(found?.fact).toBe(
      'no backup of the board is ticked off, though Software ports is set (pads of the board change what they do)',
    )
    expect(settledBy(plan, found!)).toBe(true)
  })
})
