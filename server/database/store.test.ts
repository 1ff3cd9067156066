import { readFileSync } from 'node:fs'
import { afterEach, describe, expect, it } from 'vitest'
import { demo, library } from '../../tests/helpers/plans'
import { freshStore, keptBy, migrations, removeStores } from '../../tests/helpers/store'
import { applyEdit, planSchema, type Edit, type Plan } from '#core/plan'
import { StaleSave, type NewVersion } from './builds'
import { migrate } from './open'
import { NotReplayed, replayed } from '../work/replayed'
import { saveVersion, type Replayer } from './save-version'

afterEach(removeStores)

const inPlace: Replayer = (version) => Promise.resolve(version).then(replayed)
const saving = { author: 'a', note: '' }

const version = (name: string) => ({
  plan: applyEdit(demo('spillway-hex'), { type: 'plan.rename', name }),
  edits: [],
  steps: [`Rename to ${name}`],
  author: 'a',
  note: '',
})

describe('store', () => {
  it('fills a new database with the demo builds, once', () => {
    const first = freshStore()
    expect(first.builds.list().builds.map(({ name }) => name)).toEqual([
      'Culvert scout',
      'Fellside mapper',
      'Spillway hex',
      'Tarn rounder',
    ])
    first.builds.setRemoved('spillway-hex', true)
    first.connection.close()
    const second = freshStore(first.directory)
    expect(
      second.builds
        .list()
        .builds.filter(({ removed }) => removed)
        .map(({ id }) => id),
    ).toEqual(['spillway-hex'])
  })

  it('keeps every version and says who saved first', () => {
    const { builds } = freshStore()
    expect(builds.save('spillway-hex', 1, version('One'))).toBe(2)
    expect(() => builds.save('spillway-hex', 1, version('Two'))).toThrow(StaleSave)
    expect(builds.find('spillway-hex')).toMatchObject({ name: 'One', version: 2 })
    expect(builds.versions('spillway-hex').map(({ number, steps }) => [number, steps])).toEqual([
      [2, ['Rename to One']],
      [1, ['Demo build']],
    ])
    expect(builds.plan('spillway-hex', 1)!.name).toBe('Spillway hex')
  })

  it('writes a version whole or not at all', () => {
    const { builds, connection } = freshStore()
    connection.exec(`CREATE TRIGGER fault BEFORE UPDATE ON builds BEGIN SELECT RAISE(ABORT, 'fault'); END`)
    expect(() => builds.save('spillway-hex', 1, version('One'))).toThrow('fault')
    expect(builds.versions('spillway-hex')).toHaveLength(1)
  })

  it('follows shipped definitions and leaves the user’s own alone', () => {
    const { catalogue } = freshStore()
    const own = { ...structuredClone(library.boards['corran-7']!), mass: 1 }
    catalogue.save(own, 0, saving)
    catalogue.ship([library.boards['corran-7']!])
    expect(catalogue.find('board', 'corran-7')).toMatchObject({ origin: 'own', definition: { mass: 1 } })
    expect(catalogue.remove('board', 'corran-7', 1, saving)).toBe(true)
    expect(catalogue.remove('board', 'brae-mini', 0, saving)).toBe(false)
  })

  it('brings a shipped definition back when the user’s own is taken away, and saves many at once or none', () => {
    const { catalogue, reship, connection } = freshStore()
    const shipped = library.boards['corran-7']!
    catalogue.saveAll(
      [
        { ...shipped, mass: 3 },
        { ...shipped, id: 'mine', mass: 4 },
      ],
      saving,
    )
    expect(catalogue.standing()).toMatchObject({
      'board:corran-7': { origin: 'own' },
      'board:mine': { origin: 'own', version: 1 },
    })
    catalogue.remove('board', 'corran-7', 1, saving)
    reship()
    expect(catalogue.find('board', 'corran-7')).toMatchObject({ origin: 'shipped', definition: { mass: shipped.mass } })
    connection.exec(
      `CREATE TRIGGER fault BEFORE INSERT ON definitions WHEN NEW.id = 'two' BEGIN SELECT RAISE(ABORT, 'fault'); END`,
    )
    expect(() =>
      catalogue.saveAll(
        [
          { ...shipped, id: 'one' },
          { ...shipped, id: 'two' },
        ],
        saving,
      ),
    ).toThrow('fault')
    expect(catalogue.find('board', 'one')).toBeUndefined()
  })

  it('refuses a database of a newer program', () => {
    const { connection } = freshStore()
    connection.pragma('user_version = 99')
    expect(() => migrate(connection, migrations)).toThrow(new RegExp(`schema 99; this program knows ${migrations.length}`))
  })

  it('undoes a migration that fails and names its fault', () => {
    const { connection } = freshStore()
    expect(() => migrate(connection, [...migrations, { name: 'zzz', sql: 'CREATE TABLE half (id); nonsense;' }])).toThrow(
      /syntax error/,
    )
    expect(connection.prepare(`SELECT name FROM sqlite_master WHERE name = 'half'`).all()).toEqual([])
    expect(connection.pragma('user_version', { simple: true })).toBe(migrations.length)
  })

  it('opens what an earlier program wrote, plans and own definitions brought up', async () => {
    const { connection, directory, close } = freshStore()
    const plan = readFileSync('tests/stored/plan-2.json', 'utf8')
    const own = JSON.stringify({ kind: 'protocol', schema: 1, id: 'mine', name: 'Mine', function: 'x', frame: '8E2' })
    asOfSchemaOne(connection)
    connection.prepare(`UPDATE versions SET plan = ?, edits = '[]'`).run(plan)
    connection.prepare(`INSERT INTO definitions VALUES ('protocol', 'mine', 'own', ?, '')`).run(own)
    close()
    const later = freshStore(directory)
    expect(later.builds.plan('culvert-scout', 1)).toMatchObject({ schema: planSchema, positions: { gnss: { x: 10, y: 20 } } })
    expect(later.catalogue.find('protocol', 'mine')!.definition).toMatchObject({ schema: 3, format: '8E2' })
    const replayed = later.connection.prepare('SELECT DISTINCT edits_schema AS schema FROM versions').all()
    expect(replayed).toEqual([{ schema: 0 }])
    expect(
      await saveVersion(keptBy(later), 'culvert-scout', 1, renamed(later.builds.plan('culvert-scout', 1)!, 'New'), inPlace),
    ).toEqual({ version: 2, again: false })
  })
})

/** Takes away what later migrations brought. */
function asOfSchemaOne(connection: ReturnType<typeof freshStore>['connection']): void {
  const columns = ['save_id', 'edits_schema', 'root', 'packed_edits', 'brief'].map(
    (name) => `ALTER TABLE versions DROP COLUMN ${name};`,
  )
  connection.exec(
    `DROP INDEX versions_by_save; ${columns.join('')} DROP TABLE parts; DROP TABLE marks; DROP TABLE definition_versions;
     DROP TABLE collection; DROP TABLE saved_steps; DROP TABLE pictures;
     ALTER TABLE builds DROP COLUMN search; ALTER TABLE builds DROP COLUMN tags; ALTER TABLE definitions DROP COLUMN version`,
  )
  connection.pragma('user_version = 1')
}

const renamed = (from: Plan, name: string): NewVersion => {
  const edit: Edit = { type: 'plan.rename', name }
  return { plan: applyEdit(from, edit), edits: [edit], steps: [`Rename to ${name}`], author: 'a', note: '' }
}

describe('saving a version', () => {
  it('keeps one whose edits lead there, and marks it', async () => {
    const store = freshStore()
    const { builds, connection } = store
    const before = builds.plan('spillway-hex', 1)!
    expect(await saveVersion(keptBy(store), 'spillway-hex', 1, renamed(before, 'One'), inPlace)).toEqual({
      version: 2,
      again: false,
    })
    const { schema } = connection
      .prepare<[], { schema: number }>(`SELECT edits_schema AS schema FROM versions WHERE number = 2`)
      .get()!
    expect(schema).toBe(before.schema)
  })

  it('refuses one whose edits lead elsewhere, naming the section, and keeps nothing', async () => {
    const store = freshStore()
    const { builds } = store
    const saving = renamed(builds.plan('spillway-hex', 1)!, 'One')
    const smuggled = { ...saving, plan: applyEdit(saving.plan, { type: 'device.remove', device: 'gnss' }) }
    await expect(saveVersion(keptBy(store), 'spillway-hex', 1, smuggled, inPlace)).rejects.toThrow(NotReplayed)
    await expect(saveVersion(keptBy(store), 'spillway-hex', 1, smuggled, inPlace)).rejects.toThrow(
      expect.objectContaining({ place: 'devices', message: 'is not what the edits lead to' }),
    )
    expect(builds.find('spillway-hex')!.version).toBe(1)
  })

  it('refuses one with an edit that does not fit, naming it', async () => {
    const store = freshStore()
    const { builds } = store
    const saving = renamed(builds.plan('spillway-hex', 1)!, 'One')
    const unfit: Edit = { type: 'device.remove', device: 'nobody' }
    await expect(
      saveVersion(keptBy(store), 'spillway-hex', 1, { ...saving, edits: [...saving.edits, unfit] }, inPlace),
    ).rejects.toThrow(expect.objectContaining({ place: 'edits[1]', message: 'devices.nobody: no such device in the fit-out' }))
  })

  it('makes one version of a save that is sent twice', async () => {
    const store = freshStore()
    const { builds } = store
    const saving = { ...renamed(builds.plan('spillway-hex', 1)!, 'One'), saveId: 'a' }
    expect(await saveVersion(keptBy(store), 'spillway-hex', 1, saving, inPlace)).toEqual({ version: 2, again: false })
    expect(await saveVersion(keptBy(store), 'spillway-hex', 1, saving, inPlace)).toEqual({ version: 2, again: true })
    expect(builds.find('spillway-hex')!.version).toBe(2)
  })

  it('says who was first before it looks at the edits', async () => {
    const store = freshStore()
    const { builds } = store
    const before = builds.plan('spillway-hex', 1)!
    await saveVersion(keptBy(store), 'spillway-hex', 1, renamed(before, 'One'), inPlace)
    await expect(
      saveVersion(keptBy(store), 'spillway-hex', 1, { ...renamed(before, 'Two'), edits: [] }, inPlace),
    ).rejects.toThrow(StaleSave)
  })
})

describe('the list of builds', () => {
  it('is ordered, and found by name, board, note and tag', () => {
    const { builds } = freshStore()
    const names = (...args: Parameters<typeof builds.list>) => builds.list(...args).builds.map(({ name }) => name)
    const sorted = names('', 100, 0, 'name')
    expect(sorted).toEqual([...sorted].sort((one, other) => one.localeCompare(other)))
    expect(names('', 100, 0, 'name-down')).toEqual([...sorted].reverse())
    expect(builds.setTags('spillway-hex', ['Winter', '100 %'])).toBe(true)
    expect(names('winter')).toEqual(['Spillway hex'])
    expect(names('100 %')).toEqual(['Spillway hex'])
    expect(builds.find('spillway-hex')!.tags).toEqual(['Winter', '100 %'])
    expect(builds.setTags('nobody', [])).toBe(false)
  })

  it('loses a build for good only once it is archived, with all its parts and no others', async () => {
    const store = freshStore()
    const { builds, connection } = store
    const before = builds.plan('spillway-hex', 1)!
    await saveVersion(keptBy(store), 'spillway-hex', 1, renamed(before, 'One'), inPlace)
    expect(builds.erase('spillway-hex')).toBe(false)
    builds.setRemoved('spillway-hex', true)
    expect(builds.erase('spillway-hex')).toBe(true)
    expect(builds.find('spillway-hex')).toBeUndefined()
    expect(builds.versions('spillway-hex')).toEqual([])
    expect(builds.miscounted()).toEqual([])
    expect(builds.plan('culvert-scout', 1)!.name).toBe('Culvert scout')
    const left = connection.prepare('SELECT count(*) AS count FROM versions WHERE build_id = ?').get('spillway-hex')
    expect(left).toEqual({ count: 0 })
    expect(builds.erase('nobody')).toBe(false)
  })
})
