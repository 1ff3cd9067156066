import { expect, it } from 'vitest'
import { oncePer, whileSame } from '.'

it('makes of each object once, undefined too', () => {
  const asked: number[] = []
  const half = oncePer(({ of }: { of: number }) => {
    asked.push(of)
    return of % 2 ? undefined : of / 2
  })
  const [odd, even] = [{ of: 3 }, { of: 8 }]
  expect([half(odd), half(odd), half(even), half(even), half({ of: 8 })]).toEqual([undefined, undefined, 4, 4, 4])
  expect(asked).toEqual([3, 8, 8])
})

it('makes anew where the setting changed, and gives the same object while it does not', () => {
  const named = whileSame((thing: { id: string }, setting) => ({ name: `${thing.id} ${setting}` }))
  const thing = { id: 'esc' }
  const first = named(thing, 'at 3 A')
  expect(named(thing, 'at 3 A')).toBe(first)
  expect(named(thing, 'at 5 A')).toEqual({ name: 'esc at 5 A' })
  expect(named(thing, 'at 3 A')).toEqual(first)
})
