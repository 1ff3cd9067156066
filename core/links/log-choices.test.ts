import { expect, it } from 'vitest'
import { judgeLog } from './log-choices'

const motor = { rpm: 12_000, blades: 2 }

it('the densest that loses nothing is best on a line', () => {
  const { choices, best, word, why } = judgeLog({ loop: 1000, bytes: 20 }, { baud: 115_200 }, motor, 10)
  expect(choices[0]!.lost).toBeCloseTo(1 - 115_200 / 200_000)
  expect(choices[best]).toMatchObject({ every: 2, lost: 0, records: 500, alias: 250, seesPropellers: false })
  expect(word).toBe('loses nothing')
  expect(why).toContain('above 250 Hz')
})

it('memory has to last the flight', () => {
  const storage = 16 * 1024 * 1024
  const { choices, best } = judgeLog({ loop: 2000, bytes: 26 }, { storage }, motor, 10)
  expect(choices[0]!.minutes).toBeCloseTo(5.38, 2)
  expect(choices[best]).toMatchObject({ every: 2, missed: 0 })
  // 5.38 of ten minutes are there.
  expect(choices[0]!.missed).toBeCloseTo(0.462, 3)
})

it('where none fits, the one that loses least is told, and that it does not fit', () => {
  const { best, word, why, choices } = judgeLog({ loop: 8000, bytes: 100 }, { baud: 9600 }, motor, 10)
  expect(best).toBe(choices.length - 1)
  expect(word).toBe('loses least')
  expect(why).toMatch(/^none fits/)
})
