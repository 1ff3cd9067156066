import { describe, expect, it } from 'vitest'
import { edited, factsOf, findingsOf, settledBy } from '../../../../tests/helpers/findings'
import { allocated } from '../../../../tests/helpers/plans'
import { serial, tiny } from '../../../../tests/helpers/tiny'

const hex = allocated('spillway-hex')

describe('SET-03', () => {
  it('is silent on the demo builds', () => {
    for (const name of ['spillway-hex', 'culvert-scout', 'fellside-mapper'] as const)
      expect(factsOf(allocated(name), 'SET-03'), name).toEqual([])
  })
  it.each([
    [{ baud: 11_000_000 }, /rate = 11000000 when it restarts, without a word: Port \d reaches .* \(SER-05\)$/],
    [{ baud: 300 }, /rate = 300 .*: Port \d starts at .* \(SER-05\)$/],
  ])('says by which rule %j is dropped, and takes it back', (set, words) => {
    const plan = edited(hex, { type: 'link.set', need: 'gnss/fix', end: 'board', set })
    const [found] = findingsOf(plan, 'SET-03')
    expect(found?.fact).toMatch(words)
    expect(settledBy(plan, found!)).toBe(true)
  })
  it.each([
    [{ inverted: true }, /inverted = true .*: Port 1 has no inverter to be switched \(SER-09\)$/],
    [{ halfDuplex: true }, /halfDuplex = true .*: Port 1 cannot talk both ways on one wire \(SER-08\)$/],
  ])('so for %j on a plain port', (board, words) => {
    const devices = { gnss: { needs: { fix: serial() } } }
    const plan = tiny({ ports: { p1: {} }, devices, at: { 'gnss/fix': 'port:p1' }, plan: { links: { 'gnss/fix': { board } } } })
    expect(factsOf(plan, 'SET-03').join()).toMatch(words)
  })
})
