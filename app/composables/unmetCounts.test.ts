import { expect, it } from 'vitest'
import { unmetCounts } from './unmetCounts'

it('counts musts and wishes in words, one by its own', () => {
  const score = { unkeptLocks: 0, unmetVital: 0, risk: 0, moves: 0 }
  expect(unmetCounts({ ...score, unmetMusts: 0, unmetWishes: [0, 1, 0] })).toBe('0 musts, 1 wish')
  expect(unmetCounts({ ...score, unmetMusts: 1, unmetWishes: [2, 0, 1] })).toBe('1 must, 3 wishes')
})
