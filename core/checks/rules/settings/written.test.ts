import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated, library } from '../../../../tests/helpers/plans'
import { resolvePlan } from '../../../plan'
import { intendedState, isDone, keptEdit, setupRounds } from '../../../settings'

const hex = allocated('spillway-hex')
const rounds = setupRounds(resolvePlan(hex))
const intended = intendedState(rounds)
const slower = { type: 'link.set', need: 'gnss/fix', end: 'board', set: { baud: 9600 } } as const

describe('SET-02', () => {
  it('is silent before anything is written, and while board and plan are one', () => {
    expect(findingsOf(hex, 'SET-02')).toEqual([])
    const kept = edited(hex, keptEdit(resolvePlan(hex), intended, true))
    expect(findingsOf(kept, 'SET-02')).toEqual([])
    expect(
      rounds
        .flat()
        .filter(({ where }) => where === 'board')
        .every((step) => isDone(kept, step)),
    ).toBe(true)
  })
  it('says what the board has otherwise, and which step was done with another value', () => {
    const kept = edited(hex, keptEdit(resolvePlan(hex), intended, true), slower)
    expect(factsOf(kept, 'SET-02')).toEqual([
      'the board, as last read, has 1 setting unlike the plan: Port 2: rate is 115200, wanted 9600',
    ])
    expect(findingsOf(kept, 'SET-02')[0]).toMatchObject({ byWriting: true })
    const byHand = edited(kept, { type: 'board.kept', kept: null })
    expect(findingsOf(byHand, 'SET-02')[0]).not.toHaveProperty('byWriting')
    expect(factsOf(byHand, 'SET-02')[0]).toMatch(
      /^Port 2.* was set to “.*115.200 baud.*”; the plan asks for “.*9.600 baud.*” now$/,
    )
    expect(settledBy(byHand, findingsOf(byHand, 'SET-02')[0]!)).toBe(true)
  })
  it('another board has nothing of what was set on this one; devices keep theirs', () => {
    const other = library.boards['morrow-h9']!
    const kept = edited(
      hex,
      keptEdit(resolvePlan(hex), intended, true),
      { type: 'step.tick', step: 'setting:gnss/solutions', value: '5 Hz' },
      {
        type: 'board.choose',
        definition: other,
        revision: Object.keys(other.revisions)[0]!,
        firmware: Object.keys(other.firmwares)[0]!,
      },
    )
    expect([kept.lastRead, kept.set]).toEqual([null, { 'setting:gnss/solutions': '5 Hz' }])
  })
  it('forgets with undo: what the board had is part of the plan', () => {
    const other = edited(hex, keptEdit(resolvePlan(hex), { ...intended, 'receiver.type': 'one pulse train' }, false))
    expect(factsOf(other, 'SET-02')[0]).toContain('Receiver type is one pulse train, wanted serial')
    expect(findingsOf(edited(other, { type: 'board.kept', kept: null }), 'SET-02')).toEqual([])
  })
})
