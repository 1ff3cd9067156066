import { describe, expect, it } from 'vitest'
import { allocated, change, findingsOf } from '../../../../tests/helpers/plans'

describe('PAD-09', () => {
  it('is silent within the range', () => {
    expect(findingsOf(allocated('spillway-hex'), 'PAD-09')).toEqual([])
  })
  it('gives both figures, and stops at what destroys', () => {
    const at = (max: number) =>
      findingsOf(
        change(allocated('spillway-hex'), 'gault-4x40', (draft) => ((draft.needs.current as { max: number }).max = max)),
        'PAD-09',
      )[0]
    expect(at(5)).toMatchObject({
      severity: 'fix',
      fact: 'ESC four-in-one (Current) gives up to 5 V; pad CUR measures up to 3.3 V',
    })
    expect(at(9)).toMatchObject({ severity: 'stop' })
  })
})
