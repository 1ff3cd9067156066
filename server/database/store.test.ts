import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { demo, library } from '../../tests/helpers/plans'
import { applyEdit } from '#core/plan'
import { StaleSave } from './builds'
import { migrate } from './open'
import { openStore, type Store } from './store'

const texts = (folder: string) =>
  readdirSync(folder).map((name) => ({ name: `${folder}/${name}`, text: readFileSync(join(folder, name), 'utf8') }))
const definitions = ['catalogue/protocols', 'catalogue/devices', 'catalogue/boards'].flatMap(texts)
const migrations = texts('server/database/migrations').map(({ name, text }) => ({ name, sql: text }))
const open: { store: Store; directory: string }[] = []

function start(directory = mkdtempSync(join(tmpdir(), 'ypodoma-store-')), demos = texts('catalogue/demo')) {
  let second = 0
  const store = openStore({
    directory,
    migrations,
    definitions,
    demo: demos,
    now: () => new Date(Date.UTC(2026, 0, 1, 0, 0, second++)).toISOString(),
  })
  open.push({ store, directory })
  return { ...store, directory }
}

afterEach(() => {
  for (const { store, directory } of open.splice(0)) {
    store.connection.close()
    rmSync(directory, { recursive: true, force: true })
  }
})

const version = (name: string) => ({
  plan: applyEdit(demo('spillway-hex'), { type: 'plan.rename', name }),
  edits: [],
  steps: [`Rename to ${name}`],
  author: 'a',
  note: '',
})

describe('store', () => {
  it('fills a new database with the demo builds, once', () => {
    const first = start()
    expect(first.builds.list().map(({ name }) => name)).toEqual(['Culvert scout', 'Fellside mapper', 'Spillway hex'])
    first.builds.setRemoved('spillway-hex', true)
    first.connection.close()
    const second = start(first.directory)
    expect(second.builds.list().map(({ removed }) => removed)).toEqual([false, false, true])
  })

  it('keeps every version and says who saved first', () => {
    const { builds } = start()
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
    const { builds, connection } = start()
    connection.exec(`CREATE TRIGGER fault BEFORE UPDATE ON builds BEGIN SELECT RAISE(ABORT, 'fault'); END`)
    expect(() => builds.save('spillway-hex', 1, version('One'))).toThrow('fault')
    expect(builds.versions('spillway-hex')).toHaveLength(1)
  })

  it('follows shipped definitions and leaves the user’s own alone', () => {
    const { catalogue } = start()
    const own = { ...structuredClone(library.boards['corran-7']!), mass: 1 }
    catalogue.save(own)
    catalogue.ship([library.boards['corran-7']!])
    expect(catalogue.find('board', 'corran-7')).toMatchObject({ origin: 'own', definition: { mass: 1 } })
    expect(catalogue.remove('board', 'corran-7')).toBe(true)
    expect(catalogue.remove('board', 'brae-mini')).toBe(false)
  })

  it('brings a shipped definition back when the user’s own is taken away, and saves many at once or none', () => {
    const { catalogue, reship, connection } = start()
    const shipped = library.boards['corran-7']!
    catalogue.saveAll([
      { ...shipped, mass: 3 },
      { ...shipped, id: 'mine', mass: 4 },
    ])
    expect(catalogue.origins()).toMatchObject({ 'board:corran-7': 'own', 'board:mine': 'own' })
    catalogue.remove('board', 'corran-7')
    reship()
    expect(catalogue.find('board', 'corran-7')).toMatchObject({ origin: 'shipped', definition: { mass: shipped.mass } })
    connection.exec(
      `CREATE TRIGGER fault BEFORE INSERT ON definitions WHEN NEW.id = 'two' BEGIN SELECT RAISE(ABORT, 'fault'); END`,
    )
    expect(() =>
      catalogue.saveAll([
        { ...shipped, id: 'one' },
        { ...shipped, id: 'two' },
      ]),
    ).toThrow('fault')
    expect(catalogue.find('board', 'one')).toBeUndefined()
  })

  it('refuses a database of a newer program', () => {
    const { connection } = start()
    connection.pragma('user_version = 99')
    expect(() => migrate(connection, migrations)).toThrow('the database has schema 99, this program knows 1')
  })

  it('undoes a migration that fails and names its fault', () => {
    const { connection } = start()
    expect(() => migrate(connection, [...migrations, { name: 'zzz', sql: 'CREATE TABLE half (id); nonsense;' }])).toThrow(
      /syntax error/,
    )
    expect(connection.prepare(`SELECT name FROM sqlite_master WHERE name = 'half'`).all()).toEqual([])
    expect(connection.pragma('user_version', { simple: true })).toBe(1)
  })
})
