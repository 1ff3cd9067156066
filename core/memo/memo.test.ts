import { describe, expect, it } from 'vitest'
import { everything, inParts, memo, readsOf, watched, watchedMembers, whileSame } from '.'

it('makes of each object once, undefined too', () => {
  const asked: number[] = []
  const half = memo(({ of }: { of: number }) => {
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

it('makes anew what may not serve again, and tells settings apart as it is told to', () => {
  let made = 0
  const tried = whileSame(
    (_board: object, { seconds }: { seconds: number; note: string }) => ({ proven: seconds > 1, made: (made += 1) }),
    (one, other) => one.seconds === other.seconds,
    ({ proven }) => proven,
  )
  const board = {}
  expect([tried(board, { seconds: 1, note: 'a' }).made, tried(board, { seconds: 1, note: 'a' }).made]).toEqual([1, 2])
  expect([tried(board, { seconds: 5, note: 'a' }).made, tried(board, { seconds: 5, note: 'b' }).made]).toEqual([3, 3])
  expect([tried(board, { seconds: 1, note: 'c' }).made, tried(board, { seconds: 5, note: 'c' }).made]).toEqual([4, 3])
  expect(tried({}, { seconds: 5, note: 'c' }).made).toBe(5)
})

describe('what is read', () => {
  const build = () => watched({ name: 'hex', locks: { rc: 'port:1' }, note: '', later: undefined as string | undefined })

  it('is told by property, whether there or not, and all of it where the keys are listed', () => {
    const plan = build()
    expect([...readsOf(() => plan.name + plan.locks.rc).reads]).toEqual(['name', 'locks'])
    expect([...readsOf(() => plan.later ?? 'later' in plan).reads]).toEqual(['later'])
    expect(readsOf(() => ({ ...plan })).reads).toContain(everything)
  })

  it('is told of members of a list by property too', () => {
    const plan = watched({
      devices: watchedMembers('devices', [
        { id: 'rc', name: 'Receiver' },
        { id: 'esc', name: 'ESC' },
      ]),
    })
    const ids = readsOf(() => plan.devices.map(({ id }) => id))
    expect([...ids.reads]).toEqual(['devices', 'devices.id'])
    expect(readsOf(() => ({ ...plan.devices[1] }))).toMatchObject({ made: { id: 'esc', name: 'ESC' } })
    expect([...readsOf(() => plan.devices.find(({ name }) => name === 'ESC')).reads]).toEqual(['devices', 'devices.name'])
  })

  it('counts where it was made once for somebody else, and goes on to who stands around', () => {
    const upper = memo((plan: { name: string }) => plan.name.toUpperCase())
    const twice = memo((plan: { name: string }) => upper(plan) + upper(plan))
    const plan = build()
    upper(plan)
    const around = readsOf(() => [readsOf(() => twice(plan)), plan.note])
    expect([...readsOf(() => twice(plan)).reads]).toEqual(['name'])
    expect([...around.reads]).toEqual(['name', 'note'])
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
    expect([...all.reads]).toEqual(['name'])
    expect([...readsOf(() => 1).reads]).toEqual([])
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
  expect([...readsOf(() => craft.double).reads]).toEqual(['mass'])
})
