import { describe, expect, it } from 'vitest'
import { allocated, change, findingsOf } from '../../../../tests/helpers/plans'

describe('PAD-06', () => {
  it('is silent within the drive', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PAD-06')).toEqual([])
  })
  it('stops at a load the pad cannot drive', () => {
    const plan = change(
      allocated('spillway-hex'),
      'carrel-2',
      (draft) => ((draft.needs.beep as { current: number }).current = 0.4),
    )
    expect(findingsOf(plan, 'PAD-06')[0]).toMatchObject({
      severity: 'stop',
      fact: 'Buzzer (Sound) takes 400 mA; pad BZ- drives 100 mA',
    })
  })
})
