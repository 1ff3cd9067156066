import { afterEach, describe, expect, it, vi } from 'vitest'
import { demo, library } from '../../tests/helpers/plans'
import { freshStore, keptBy, removeStores, shipped } from '../../tests/helpers/store'
import { sameValue } from '#core/editing'
import { applyEdit, replay, type Edit, type Plan } from '#core/plan'
import { drawing } from '../../tests/helpers/random-packing'
import { briefOf } from '#core/engine'
import { Briefs } from '../work/briefs'
import { UnreadablePlan } from './builds'
import { toThin, type VersionAge } from './thinning'

afterEach(removeStores)

/** An edit now and then, as a session makes them. */
function editsFor(seed: number): (plan: Plan) => Edit {
  const draw = drawing(seed)
  return (plan) => {
    const { id } = draw.of(plan.devices)
    return draw.of<Edit>([
      { type: 'device.rename', device: id, name: `Name ${draw.below(1000)}` },
      { type: 'plan.note', note: `Note ${draw.below(1000)}` },
      { type: 'spot.set', part: id, spot: { x: draw.below(100), y: draw.below(100) } },
      { type: 'device.priority', device: id, priority: draw.of([1, 2, 3, 'must'] as const) },
      { type: 'definition.update', definition: { ...library.boards['corran-7']!, mass: 10 + draw.below(3) } },
    ])
  }
}

function saveMany(times: number, note: (number: number) => string = () => '', minutes = 0) {
  let clock = Date.UTC(2026, 0, 1)
  const store = freshStore(undefined, () => new Date((clock += minutes ? minutes * 60_000 : 1000)).toISOString())
  const next = editsFor(7)
  const plans = new Map<number, Plan>([[1, store.builds.plan('spillway-hex', 1)!]])
  for (let base = 1; base < times; base += 1) {
    const edit = next(plans.get(base)!)
    const plan = applyEdit(plans.get(base)!, edit)
    store.builds.save('spillway-hex', base, { plan, edits: [edit], steps: ['x'], author: 'a', note: note(base + 1) })
    plans.set(base + 1, plan)
  }
  return { ...store, plans }
}

describe('plans in parts', () => {
  it('come back as they were, each version of them', () => {
    const { builds, plans } = saveMany(60)
    for (const [number, plan] of plans) expect(sameValue(builds.plan('spillway-hex', number), plan), `${number}`).toBe(true)
    expect(builds.miscounted()).toEqual([])
  })

  it('take a few times one plan for 200 versions, not 200 times', () => {
    const { connection, plans } = saveMany(200)
    const one = JSON.stringify(plans.get(200)).length
    const sum = (sql: string) => connection.prepare<[], { bytes: number }>(sql).get()!.bytes
    const parts = sum('SELECT sum(length(bytes)) AS bytes FROM parts')
    const rows = sum('SELECT sum(length(packed_edits) + length(steps) + 80) AS bytes FROM versions')
    expect((parts + rows) / one).toBeLessThan(6)
  })

  it('are counted by those who name them, also as versions are thinned out', () => {
    const { builds, connection } = saveMany(260, (number) => (number % 50 ? '' : 'kept'), 10)
    expect(builds.versions('spillway-hex', { limit: 500 }).length).toBeLessThan(200)
    expect(builds.miscounted()).toEqual([])
    const numbers = builds.versions('spillway-hex', { limit: 500 }).map(({ number }) => number)
    expect(numbers).toEqual(expect.arrayContaining([1, 50, 100, 150, 200, 250, 260]))
    // Whatever is left, its edits lead there from the version before that is left.
    for (const [at, number] of numbers.slice(0, -1).entries()) {
      const before = builds.plan('spillway-hex', numbers[at + 1]!)!
      const { edits, replayed } = builds.edits('spillway-hex', number)!
      expect(replayed).toBe(true)
      expect(sameValue(replay(before, edits), builds.plan('spillway-hex', number)), `${number}`).toBe(true)
    }
    connection.exec('DELETE FROM versions')
    expect(builds.miscounted().length).toBeGreaterThan(0)
  })

  it('say so when one of them is damaged or missing; the rest of the builds and versions are there, and what is left can be saved', () => {
    const { builds, connection, directory } = saveMany(3)
    const { root } = connection.prepare<[], { root: string }>('SELECT root FROM versions WHERE number = 3').get()!
    connection.prepare(`UPDATE parts SET bytes = x'00' WHERE hash = ?`).run(root)
    expect(() => builds.plan('spillway-hex', 3)).toThrow(UnreadablePlan)
    expect(builds.plan('spillway-hex', 2)).toBeTruthy()
    expect(builds.list().builds).toHaveLength(shipped.demo.length)
    expect(JSON.parse(builds.raw('spillway-hex', 3)!)).toMatchObject({ unreadable: expect.stringContaining(root) as string })
    connection
      .prepare('DELETE FROM parts WHERE hash = (SELECT hash FROM parts WHERE tree = 0 ORDER BY length(bytes) DESC LIMIT 1)')
      .run()
    const { builds: later } = freshStore(directory)
    expect(() => later.takeUp('spillway-hex', 2, 'a')).toThrow(UnreadablePlan)
    expect(later.takeUp('culvert-scout', 1, 'a')).toBe(2)
    expect(later.takeUp('culvert-scout', 7, 'a')).toBeUndefined()
    expect(sameValue(later.plan('culvert-scout', 2), later.plan('culvert-scout', 1))).toBe(true)
    expect(later.edits('culvert-scout', 2)).toEqual({ edits: [], replayed: false })
    expect(() => later.plan('spillway-hex', 2)).toThrow(/is missing/)
    const raw = JSON.parse(later.raw('spillway-hex', 2)!) as { parts: Record<string, unknown> }
    expect(raw.parts.format).toBe('ypodoma-plan')
    expect(Object.keys(raw.parts).filter((key) => key.startsWith('definitions/')).length).toBeGreaterThan(5)
  })

  it('cost nobody a save when edits of an older version cannot be read', () => {
    const { builds, connection } = saveMany(139, undefined, 10)
    connection.exec(`UPDATE versions SET packed_edits = x'00' WHERE number < 30`)
    const plan = builds.plan('spillway-hex', 139)!
    expect(builds.save('spillway-hex', 139, { plan, edits: [], steps: [], author: 'a', note: '' })).toBe(140)
    expect(builds.miscounted()).toEqual([])
  })
})

describe('which versions are thinned out', () => {
  const day = 86_400_000
  const now = Date.UTC(2026, 5, 1)
  const version = (number: number, age: number, note = ''): VersionAge => ({
    number,
    savedAt: new Date(now - age).toISOString(),
    note,
  })
  it('none of the first 100', () => {
    expect(
      toThin(
        Array.from({ length: 100 }, (_, at) => version(at + 1, 0)),
        now,
      ),
    ).toEqual([])
  })
  it('all but the last of an hour, of a day when they are older than 30 days, and never one with a note or the first', () => {
    const newest = Array.from({ length: 100 }, (_, at) => version(100 + at, 0))
    const older = [
      version(1, 40 * day + 5000),
      version(2, 40 * day + 4000),
      version(3, 40 * day + 3000, 'named'),
      version(4, 40 * day - 7_200_000),
      version(5, 40 * day - 7_300_000),
      version(6, 2 * day),
      version(7, 2 * day - 60_000),
      version(8, 2 * day - 3_700_000),
    ]
    expect(toThin([...older, ...newest], now)).toEqual([2, 4, 6])
  })
})

describe('plans stored whole by an earlier program', () => {
  it('are packed at the next start; what cannot be read stays as it is', () => {
    const first = freshStore()
    const plan = JSON.stringify(demo('spillway-hex'))
    first.connection
      .prepare(`UPDATE versions SET plan = ?, root = NULL, edits = '[]', packed_edits = NULL WHERE build_id = 'spillway-hex'`)
      .run(plan)
    first.connection
      .prepare(
        `UPDATE versions SET plan = '{"cut": ', root = NULL, edits = '[]', packed_edits = NULL WHERE build_id = 'culvert-scout'`,
      )
      .run()
    first.close()
    const { builds, connection } = freshStore(first.directory)
    expect(sameValue(builds.plan('spillway-hex', 1), JSON.parse(plan))).toBe(true)
    expect(connection.prepare(`SELECT plan FROM versions WHERE build_id = 'spillway-hex'`).get()).toEqual({ plan: '' })
    expect(() => builds.plan('culvert-scout', 1)).toThrow(UnreadablePlan)
    expect(builds.raw('culvert-scout', 1)).toContain('{"cut": ')
    expect(builds.plan('fellside-mapper', 1)).toBeTruthy()
  })
})

describe('the list of builds', () => {
  it('is searched by name, board, part and note, paged, and counted', () => {
    const { builds } = freshStore()
    const names = (search: string) => builds.list(search).builds.map(({ name }) => name)
    expect(names('HEX')).toEqual(['Spillway hex'])
    expect(names('corran')).toEqual(['Spillway hex'])
    expect(names('merlow n3c')).toEqual(['Spillway hex'])
    expect(names('culverts; two')).toEqual(['Culvert scout'])
    expect(names('%')).toEqual([])
    expect(builds.list('', 1, 1)).toMatchObject({ builds: [{ name: 'Fellside mapper' }], count: shipped.demo.length })
  })

  it('is looked at once it is saved, as often as there is time; until then the last look is told, and what cannot be read is', async () => {
    const store = freshStore()
    const { builds, connection } = store
    const save = (base: number) => {
      const plan = { ...builds.plan('spillway-hex', 1)!, note: `note ${base}` }
      builds.save('spillway-hex', base, { plan, edits: [], steps: [], author: '', note: '' })
    }
    const shown = () => builds.find('spillway-hex')!
    save(1)
    expect(builds.withoutBrief()).toEqual(['spillway-hex'])
    expect(shown()).toMatchObject({ version: 2, unreadable: false, brief: { note: builds.plan('spillway-hex', 1)!.note } })
    let looks = 0
    const briefs = new Briefs(keptBy(store), (plan) => Promise.resolve((looks += 1)).then(() => briefOf(plan)))
    vi.useFakeTimers()
    for (let base = 2; base < 9; base += 1) {
      save(base)
      briefs.soon('spillway-hex')
    }
    await vi.advanceTimersByTimeAsync(5000)
    expect([looks, shown().brief!.note, builds.withoutBrief()]).toEqual([1, 'note 8', []])
    save(9)
    const { root } = connection.prepare<[], { root: string }>('SELECT root FROM versions WHERE number = 10').get()!
    connection.prepare(`UPDATE parts SET bytes = x'00' WHERE hash = ?`).run(root)
    briefs.catchUp()
    await vi.advanceTimersByTimeAsync(5000)
    vi.useRealTimers()
    expect(shown()).toMatchObject({ unreadable: true })
    expect(builds.list('note 8').count).toBe(0)
    expect(builds.list('note 9').builds).toMatchObject([{ id: 'spillway-hex' }])
  })
})
