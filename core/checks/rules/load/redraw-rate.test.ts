import { describe, expect, it } from 'vitest'
import { findingsOf } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import { applyEdit } from '#core/plan'

const withLink = () => allocated('fellside-mapper')

describe('LOD-05', () => {
  it('is silent at the rate that the link ships with: 50 × 18 at 115 200 baud, ten a second', () => {
    const plan = withLink()
    expect(plan.assignment['video/text']).toBeDefined()
    expect(findingsOf(plan, 'LOD-05')).toEqual([])
  })
  it('says how often a screen is drawn on a slow line', () => {
    const slow = (['board', 'device'] as const).reduce(
      (plan, end) => applyEdit(plan, { type: 'link.set', need: 'video/text', end, set: { baud: 19_200 } }),
      withLink(),
    )
    expect(findingsOf(slow, 'LOD-05')).toMatchObject([
      { severity: 'weigh', fact: expect.stringContaining('a screen of 50×18 is drawn anew 1.8 times a second at 19') as string },
    ])
  })
})
