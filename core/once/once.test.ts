import { describe, expect, it } from 'vitest'
import { hasRead, inParts, oncePer, readsOf, watched, whileSame, type Reads } from '.'

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

/** Which of some properties count as read. */
const among = (reads: Reads, ...keys: string[]) => keys.filter((key) => hasRead(reads, [key]))

describe('what is read', () => {
  const keys = ['name', 'locks', 'note', 'later']
  const build = () => watched({ name: 'hex', locks: { rc: 'port:1' }, note: '', later: undefined as string | undefined })

  it('is told by property, whether there or not, and all of it where the keys are listed', () => {
    const plan = build()
    expect(among(readsOf(() => plan.name + plan.locks.rc).reads, ...keys)).toEqual(['name', 'locks'])
    expect(among(readsOf(() => plan.later ?? 'later' in plan).reads, ...keys)).toEqual(['later'])
    expect(among(readsOf(() => ({ ...plan })).reads, ...keys)).toEqual(keys)
  })

  it('counts where it was made once for somebody else, and goes on to who stands around', () => {
    const upper = oncePer((plan: { name: string }) => plan.name.toUpperCase())
    const twice = oncePer((plan: { name: string }) => upper(plan) + upper(plan))
    const plan = build()
    upper(plan)
    const around = readsOf(() => [readsOf(() => twice(plan)), plan.note])
    expect(among(readsOf(() => twice(plan)).reads, ...keys)).toEqual(['name'])
    expect(among(around.reads, ...keys)).toEqual(['name', 'note'])
  })

  it('is told although working it out fails', () => {
    const plan = build()
    const all = readsOf(() => {
      try {
        return readsOf(() => {
          throw new Error(plan.name)
        })
      } catch {
        return undefined
      }
    })
    expect(among(all.reads, ...keys)).toEqual(['name'])
    expect(among(readsOf(() => 1).reads, ...keys)).toEqual([])
  })
})

it('makes each part of a whole once, from the others, and counts what was read for them', () => {
  const plan = watched({ mass: 120, note: 'light' })
  let made = 0
  const craft = inParts<{ mass: number; double: number; idle: string }>({
    mass: () => plan.mass,
    double: ({ mass }) => ((made += 1), 2 * mass),
    idle: () => plan.note,
  })
  expect([craft.double, craft.double, made]).toEqual([240, 240, 1])
  expect(among(readsOf(() => craft.double).reads, 'mass', 'note')).toEqual(['mass'])
})

it('counts as read, of more properties than can be told apart, what may have been', async () => {
  // By itself: what is told apart is told apart for good.
  const alone = './index.ts?alone'
  const once = (await import(/* @vite-ignore */ alone)) as typeof import('.')
  const many = Object.fromEntries(Array.from({ length: 60 }, (_, at) => [`property ${at}`, at]))
  const thing = once.watched(many)
  const found = Object.keys(many).map((key) => {
    const { reads } = once.readsOf(() => thing[key])
    expect(once.hasRead(reads, [key])).toBe(true)
    return Object.keys(many).filter((other) => once.hasRead(reads, [other])).length
  })
  expect(found.filter((count) => count === 1).length).toBeGreaterThan(20)
  expect(found.filter((count) => count === 60).length).toBeGreaterThan(20)
  expect(once.hasRead(once.readsOf(() => 1).reads, Object.keys(many))).toBe(false)
})
