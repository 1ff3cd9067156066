import fc from 'fast-check'
import { expect, it } from 'vitest'
import { seedOf } from '../../tests/helpers/amount'
import { CircularOrder, inRounds, type Ordered } from './order'

const things = fc
  .integer({ min: 1, max: 6 })
  .chain((count) =>
    fc.tuple(
      ...Array.from({ length: count }, (_, at) =>
        fc
          .array(fc.record({ to: fc.nat(Math.max(0, at - 1)), restart: fc.boolean() }), { maxLength: at ? 3 : 0 })
          .map((edges): Ordered => ({ id: `s${at}`, after: edges.map(({ to, restart }) => ({ id: `s${to}`, restart })) })),
      ),
    ),
  )
  .chain((made) => fc.shuffledSubarray(made, { minLength: made.length }))

/** The fewest rounds of any: every way of giving each thing a round is tried. */
function fewest(all: Ordered[]): number {
  const given = new Map<string, number>()
  for (let rounds = 1; ; rounds += 1) {
    const tryFrom = (at: number): boolean => {
      const thing = all[at]
      if (!thing)
        return all.every(({ id, after }) => after.every((edge) => given.get(id)! >= given.get(edge.id)! + Number(edge.restart)))
      for (let round = 0; round < rounds; round += 1) {
        given.set(thing.id, round)
        if (tryFrom(at + 1)) return true
      }
      return false
    }
    if (tryFrom(0)) return rounds
  }
}

it('takes as few rounds as trying everything finds, and keeps every order', () => {
  fc.assert(
    fc.property(things, (all) => {
      const rounds = inRounds(all)
      expect(rounds.length).toBe(fewest(all))
      const at = new Map(rounds.flatMap((round, number) => round.map((thing, index) => [thing.id, { number, index }] as const)))
      expect(at.size).toBe(all.length)
      for (const { id, after } of all)
        for (const edge of after) {
          const [one, other] = [at.get(edge.id)!, at.get(id)!]
          if (edge.restart) expect(one.number).toBeLessThan(other.number)
          else expect(one.number * 100 + one.index).toBeLessThan(other.number * 100 + other.index)
        }
    }),
    { numRuns: 200, seed: seedOf(12) },
  )
})

it('says what goes in a circle, and bears what it does not know', () => {
  const one = { id: 'one', after: [{ id: 'two', restart: true }] }
  const two = {
    id: 'two',
    after: [
      { id: 'one', restart: false },
      { id: 'gone', restart: true },
    ],
  }
  expect(() => inRounds([one, two])).toThrow(CircularOrder)
  expect(inRounds([two])).toEqual([[two]])
})
