import { execFileSync } from 'node:child_process'
import { chmodSync, copyFileSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, describe, expect, it } from 'vitest'
import { bundled } from '../../tests/helpers/bundled'
import { freshStore, removeStores, shipped } from '../../tests/helpers/store'
import { StoreKeeper } from './keeper'
import { databaseFile, lockFolder } from './open'

const keepers: StoreKeeper[] = []
afterEach(() => {
  for (const keeper of keepers.splice(0)) keeper.close()
  removeStores()
})

/** A keeper over data of its own, and a clock that is turned by hand. */
function keeping(prepare: (directory: string) => void = () => {}) {
  const store = freshStore()
  const { directory } = store
  store.close()
  prepare(directory)
  const clock = { now: 0 }
  const keeper = new StoreKeeper({ ...shipped, directory }, () => clock.now)
  keepers.push(keeper)
  return { keeper, directory, later: () => (clock.now += 1500) }
}

const renamed = (keeper: StoreKeeper) => keeper.writing().builds.setRemoved('spillway-hex', true)
const names = (keeper: StoreKeeper) => keeper.reading().builds.list().builds.length

describe('data that cannot be used as they should', () => {
  it('are well when nothing is wrong', () => {
    const { keeper } = keeping()
    expect(keeper.health()).toEqual({ ready: true, writable: true })
    expect(renamed(keeper)).toBe(true)
  })

  it('are open in another process: read from a copy, not written, and had when the other ends', () => {
    const { keeper, directory, later } = keeping()
    const unlock = lockFolder(directory)
    expect(keeper.health()).toMatchObject({ ready: true, writable: false, trouble: { kind: 'in-use' } })
    expect(names(keeper)).toBe(3)
    expect(() => renamed(keeper)).toThrow(/another Ypodoma has these data open/)
    unlock()
    expect(keeper.health().writable).toBe(false)
    later()
    expect(keeper.health()).toEqual({ ready: true, writable: true })
    expect(renamed(keeper)).toBe(true)
  })

  it('are no database: nothing is written, and all is well again once a backup is put there', () => {
    let whole = ''
    const { keeper, directory, later } = keeping((folder) => {
      whole = join(folder, 'whole')
      copyFileSync(databaseFile(folder), whole)
      writeFileSync(databaseFile(folder), 'this is no database, and long enough to be looked at as one '.repeat(40))
    })
    const before = readFileSync(databaseFile(directory))
    expect(keeper.health()).toMatchObject({ ready: false, writable: false, trouble: { kind: 'not-a-database' } })
    expect(() => keeper.reading()).toThrow(/not a database/)
    expect(readFileSync(databaseFile(directory)).equals(before)).toBe(true)
    copyFileSync(whole, databaseFile(directory))
    later()
    expect(keeper.health()).toEqual({ ready: true, writable: true })
  })

  it('are of a newer program', () => {
    const store = freshStore()
    store.connection.pragma('user_version = 99')
    store.close()
    const keeper = new StoreKeeper({ ...shipped, directory: store.directory })
    keepers.push(keeper)
    expect(keeper.health()).toMatchObject({ ready: false, trouble: { kind: 'newer', todo: 'Start the newer one on them.' } })
  })

  it('are damaged in the middle: what can be read is read, nothing is written', () => {
    const { keeper, later } = keeping((directory) => {
      const bytes = readFileSync(databaseFile(directory))
      // Pages of the versions and parts; the first ones hold the schema.
      bytes.fill(0xff, 16 * 4096, 50 * 4096)
      writeFileSync(databaseFile(directory), bytes)
    })
    expect(keeper.health()).toMatchObject({ ready: true, trouble: { kind: 'damaged' } })
    for (let turn = 0; turn < 3; turn += 1) {
      later()
      expect(keeper.health()).toMatchObject({ ready: true, writable: false, trouble: { kind: 'damaged' } })
      expect(() => keeper.writing()).toThrow('the data file is damaged')
      expect(keeper.reading().builds.list().count).toBe(3)
    }
  })

  it('lie on a full disk: read, not written, and written again when there is room', () => {
    const { keeper, later } = keeping()
    const { connection, builds } = keeper.writing()
    const plan = builds.plan('spillway-hex', 1)!
    const pages = connection.pragma('page_count', { simple: true }) as number
    connection.pragma(`max_page_count = ${pages}`)
    const save = (base: number) => {
      const noted = {
        ...plan,
        note: Array.from({ length: 1900 }, (_, at) => String.fromCharCode(33 + ((at * 7919 * base) % 90))).join(''),
      }
      return keeper
        .writing()
        .builds.save('spillway-hex', base, { plan: noted, edits: [], steps: ['x'.repeat(9000)], author: '', note: '' })
    }
    let base = 1
    let full: unknown
    for (; base < 60 && !full; base += 1) {
      try {
        save(base)
      } catch (error) {
        full = keeper.note(error)
      }
    }
    expect(full).toMatchObject({ kind: 'full' })
    expect(keeper.health()).toMatchObject({ ready: true, writable: false, trouble: { kind: 'full' } })
    expect(() => keeper.writing()).toThrow('the disk is full')
    expect(names(keeper)).toBe(3)
    connection.pragma('max_page_count = 1000000')
    later()
    expect(keeper.health()).toEqual({ ready: true, writable: true })
    expect(save(keeper.reading().builds.find('spillway-hex')!.version)).toBeGreaterThan(1)
    expect(keeper.reading().builds.miscounted()).toEqual([])
  })

  it('may not be written: read from a copy', () => {
    const store = freshStore()
    store.close()
    const file = databaseFile(store.directory)
    chmodSync(file, 0o444)
    chmodSync(store.directory, 0o555)
    const said = JSON.parse(
      execFileSync(process.execPath, [bundled('tests/helpers/as-nobody.ts'), store.directory], { encoding: 'utf8' }),
    ) as {
      health: object
      builds: string[]
      written: string
    }
    chmodSync(store.directory, 0o755)
    expect(said.health).toMatchObject({ ready: true, writable: false, trouble: { kind: 'read-only' } })
    expect(said.builds).toHaveLength(3)
    expect(said.written).toContain('cannot be written')
  })

  it('are exchanged under the server: it goes on with the file that lies there', () => {
    const { keeper, directory, later } = keeping()
    keeper.writing()
    const other = freshStore()
    other.builds.setRemoved('culvert-scout', true)
    other.close()
    for (const end of ['-wal', '-shm']) rmSync(databaseFile(directory) + end, { force: true })
    renameSync(databaseFile(other.directory), databaseFile(directory))
    later()
    later()
    expect(keeper.reading().builds.find('culvert-scout')!.removed).toBe(true)
  })
})

describe('the first data', () => {
  it('are made good at the next start, wherever the first was cut short', () => {
    for (const cut of ['marks', 'builds', 'definitions', 'versions']) {
      const store = freshStore()
      const { directory } = store
      store.connection.exec(
        `DELETE FROM versions; DELETE FROM builds; DELETE FROM marks; DELETE FROM definitions; DELETE FROM parts;`,
      )
      const fault = `CREATE TRIGGER fault BEFORE INSERT ON ${cut} BEGIN SELECT RAISE(ABORT, 'cut short'); END`
      store.connection.exec(fault)
      store.close()
      expect(() => freshStore(directory), cut).toThrow('cut short')
      const keeper = new StoreKeeper({ ...shipped, directory })
      expect(keeper.health().ready, cut).toBe(false)
      keeper.close()
      const connection = new Database(databaseFile(directory))
      expect(connection.prepare('SELECT count(*) AS n FROM builds').get(), cut).toEqual({ n: 0 })
      connection.exec('DROP TRIGGER fault')
      connection.close()
      const next = freshStore(directory)
      expect(next.builds.list().count, cut).toBe(3)
      expect(next.builds.miscounted()).toEqual([])
    }
  })
})
