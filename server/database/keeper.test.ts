import { execFileSync } from 'node:child_process'
import {
  chmodSync,
  copyFileSync,
  existsSync,
  mkdirSync,
  mkdtempSync,
  readFileSync,
  renameSync,
  rmSync,
  utimesSync,
  writeFileSync,
} from 'node:fs'
import { tmpdir } from 'node:os'
import { dirname, join } from 'node:path'
import Database from 'better-sqlite3'
import { afterEach, describe, expect, it } from 'vitest'
import { bundled } from '../../tests/helpers/bundled'
import { freshStore, removeStores, shipped } from '../../tests/helpers/store'
import { backUp, backupFolder, backupsIn, putInPlace, readyToRestore } from './backup'
import { examine } from './examine'
import { StoreKeeper } from './keeper'
import { databaseFile, lockFolder } from './open'
import { StoreTrouble } from './trouble'

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

const renamed = (keeper: StoreKeeper) => keeper.change(({ builds }) => builds.setRemoved('spillway-hex', true))
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
    expect(names(keeper)).toBe(shipped.demo.length)
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
      expect(() => renamed(keeper)).toThrow('the data file is damaged')
      expect(keeper.reading().builds.list().count).toBe(shipped.demo.length)
    }
  })

  it('lie on a full disk: read, not written, and written again when there is room', () => {
    const { keeper, later } = keeping()
    const { connection, builds } = keeper.reading()
    const plan = builds.plan('spillway-hex', 1)!
    const pages = connection.pragma('page_count', { simple: true }) as number
    connection.pragma(`max_page_count = ${pages}`)
    const save = (base: number) => {
      const noted = {
        ...plan,
        note: Array.from({ length: 1900 }, (_, at) => String.fromCharCode(33 + ((at * 7919 * base) % 90))).join(''),
      }
      const version = { plan: noted, edits: [], steps: ['x'.repeat(9000)], author: '', note: '' }
      return keeper.change((store) => store.builds.save('spillway-hex', base, version))
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
    expect(() => renamed(keeper)).toThrow('the disk is full')
    expect(names(keeper)).toBe(shipped.demo.length)
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
    expect(said.builds).toHaveLength(shipped.demo.length)
    expect(said.written).toContain('cannot be written')
  })

  it('are damaged, and exchanged for others under the server: it goes on with those', () => {
    const whole = freshStore()
    whole.builds.setRemoved('culvert-scout', true)
    whole.close()
    const { keeper, directory, later } = keeping((folder) => {
      const bytes = readFileSync(databaseFile(folder))
      bytes.fill(0xff, 16 * 4096, 50 * 4096)
      writeFileSync(databaseFile(folder), bytes)
    })
    expect(keeper.health()).toMatchObject({ writable: false, trouble: { kind: 'damaged' } })
    const { generation } = keeper
    for (const end of ['-wal', '-shm']) rmSync(databaseFile(directory) + end, { force: true })
    renameSync(databaseFile(whole.directory), databaseFile(directory))
    later()
    later()
    expect(keeper.reading().builds.find('culvert-scout')!.removed).toBe(true)
    expect(keeper.generation).toBeGreaterThan(generation)
  })
})

describe('data that are taken away while they are open', () => {
  /** Tags a build, and says whether the tag is in the data that the next start would open. */
  function tagged(keeper: StoreKeeper, directory: string, tag: string): { told: string; kept: boolean } {
    let told = 'acknowledged'
    try {
      keeper.change(({ builds }) => builds.setTags('spillway-hex', [tag]))
    } catch (error) {
      told = (error as Error).message
    }
    // As it would be found by a process that starts after this one was killed.
    const copy = freshFolder()
    for (const end of ['', '-wal']) {
      const file = databaseFile(directory) + end
      if (existsSync(file)) copyFileSync(file, databaseFile(copy) + end)
    }
    if (!existsSync(databaseFile(copy))) return { told, kept: false }
    const connection = new Database(databaseFile(copy))
    const { tags } = connection.prepare<[], { tags: string }>(`SELECT tags FROM builds WHERE id = 'spillway-hex'`).get()!
    connection.close()
    return { told, kept: tags.includes(tag) }
  }
  const folders: string[] = []
  afterEach(() => folders.splice(0).forEach((folder) => rmSync(folder, { recursive: true, force: true })))
  function freshFolder(): string {
    folders.push(mkdtempSync(join(tmpdir(), 'ypodoma-found-')))
    return folders.at(-1)!
  }

  const ways: Record<string, (file: string) => void> = {
    'the file deleted': (file) => rmSync(file),
    'the file and all beside it deleted': (file) => ['', '-wal', '-shm'].forEach((end) => rmSync(file + end, { force: true })),
    'the log deleted': (file) => rmSync(`${file}-wal`),
    'log and index deleted': (file) => ['-wal', '-shm'].forEach((end) => rmSync(file + end)),
    'the file moved': (file) => renameSync(file, `${file}.moved`),
    'the folder moved': (file) => renameSync(dirname(file), `${freshFolder()}/moved`),
    'the lock deleted': (file) => rmSync(join(dirname(file), 'ypodoma.lock')),
    'another whole database in its place': (file) => {
      const other = freshStore()
      other.close()
      renameSync(databaseFile(other.directory), file)
    },
    'something else in its place': (file) => {
      rmSync(file)
      writeFileSync(file, 'this is no database, and long enough to be looked at as one '.repeat(40))
    },
    'an empty file in its place': (file) => {
      rmSync(file)
      writeFileSync(file, '')
    },
    'only touched': (file) => utimesSync(file, new Date(), new Date()),
  }
  for (const [way, take] of Object.entries(ways)) {
    it(`lose nothing that was acknowledged: ${way}`, () => {
      const { keeper, directory } = keeping()
      expect(tagged(keeper, directory, 'before')).toEqual({ told: 'acknowledged', kept: true })
      take(databaseFile(directory))
      expect(tagged(keeper, directory, 'after')).toEqual({ told: 'acknowledged', kept: true })
      if (way !== 'the folder moved') take(databaseFile(directory))
      expect(tagged(keeper, directory, 'again')).toEqual({ told: 'acknowledged', kept: true })
      expect(keeper.health()).toEqual({ ready: true, writable: true })
      expect(() => lockFolder(directory)).toThrow(/another Ypodoma/)
      keeper.close()
      const next = freshStore(directory)
      expect(next.builds.find('spillway-hex')!.tags).toEqual(['again'])
      expect(next.builds.miscounted()).toEqual([])
      // What was put in the place of the data is kept, too.
      const found = backupsIn(directory).filter(({ name }) => name.startsWith('found-'))
      expect(found).toHaveLength(way.endsWith('in its place') ? 2 : 0)
    })
  }

  it('are not written while they cannot be written anew, and are had again when they can', () => {
    const { keeper, directory, later } = keeping()
    keeper.reading()
    const moved = `${directory}-moved`
    renameSync(directory, moved)
    folders.push(moved)
    writeFileSync(directory, 'a file where the folder was')
    expect(tagged(keeper, moved, 'mine').told).toMatch(/was taken away/)
    expect(keeper.health()).toMatchObject({ ready: true, writable: false, trouble: { kind: 'displaced' } })
    expect(names(keeper)).toBe(shipped.demo.length)
    expect(() => keeper.exchange(() => 0)).toThrow(/was taken away/)
    rmSync(directory)
    later()
    expect(tagged(keeper, directory, 'mine')).toEqual({ told: 'acknowledged', kept: true })
  })

  it('are not written over by what another program wrote into the same file: that is said, and what lies there is kept', async () => {
    const { keeper, directory, later } = keeping()
    keeper.change(({ builds }) => builds.setTags('spillway-hex', ['mine']))
    const backup = await backUp(keeper.reading().connection, directory, 'hand')
    const other = freshStore()
    other.builds.setRemoved('culvert-scout', true)
    other.close()
    copyFileSync(databaseFile(other.directory), databaseFile(directory))
    expect(() => renamed(keeper)).toThrow(/written over the data file/)
    expect(keeper.health()).toMatchObject({ writable: false, trouble: { kind: 'written-over' } })
    const [found] = backupsIn(directory).filter(({ name }) => name.startsWith('found-'))
    expect(examine(join(backupFolder(directory), found!.name))).toMatchObject({ builds: shipped.demo.length })
    const ready = await readyToRestore(join(backupFolder(directory), backup), directory, (file) => examine(file))
    keeper.exchange((aside) => putInPlace(ready, directory, new Date(), aside))
    later()
    expect(keeper.reading().builds.find('spillway-hex')!.tags).toEqual(['mine'])
    expect(renamed(keeper)).toBe(true)
  })

  it('are not lost to whoever takes the file away while it is closed to be exchanged', async () => {
    const { keeper, directory } = keeping()
    const backup = await backUp(keeper.reading().connection, directory, 'hand')
    const ready = await readyToRestore(join(backupFolder(directory), backup), directory, (file) => examine(file))
    keeper.change(({ builds }) => builds.setTags('spillway-hex', ['mine']))
    const aside = keeper.exchange((kept) => {
      for (const end of ['', '-wal', '-shm']) rmSync(databaseFile(directory) + end, { force: true })
      return putInPlace(ready, directory, new Date(), kept)
    })
    const connection = new Database(aside, { readonly: true })
    expect(connection.prepare(`SELECT tags FROM builds WHERE id = 'spillway-hex'`).get()).toEqual({ tags: '["mine"]' })
    connection.close()
    expect(keeper.reading().builds.find('spillway-hex')!.tags).toEqual([])
    expect(existsSync(`${databaseFile(directory)}.held`)).toBe(false)
  })

  it('are found again by their second name at a start after they were closed to be opened anew', () => {
    const { keeper, directory } = keeping()
    keeper.change(({ builds }) => builds.setTags('spillway-hex', ['mine']))
    keeper.close()
    renameSync(databaseFile(directory), `${databaseFile(directory)}.held`)
    const next = new StoreKeeper({ ...shipped, directory })
    keepers.push(next)
    expect(next.reading().builds.find('spillway-hex')!.tags).toEqual(['mine'])
    expect(existsSync(`${databaseFile(directory)}.held`)).toBe(false)
  })

  it('are no reason for new first data at the next start, but told of', () => {
    const { keeper, directory } = keeping()
    keeper.close()
    rmSync(databaseFile(directory))
    const next = new StoreKeeper({ ...shipped, directory })
    keepers.push(next)
    expect(next.health()).toMatchObject({ ready: false, trouble: { kind: 'missing' } })
    expect(existsSync(databaseFile(directory))).toBe(false)
  })
})

describe('what a change was worked out on', () => {
  it('is told when it was exchanged meanwhile, and nothing is written', async () => {
    const { keeper, directory } = keeping()
    const { generation } = keeper
    const name = await backUp(keeper.reading().connection, directory, 'hand')
    const ready = await readyToRestore(join(backupFolder(directory), name), directory, (file) => examine(file))
    keeper.exchange((aside) => putInPlace(ready, directory, new Date(), aside))
    const tag = () => keeper.change(({ builds }) => builds.setTags('spillway-hex', ['late']), generation)
    expect(tag).toThrow(/exchanged for a backup meanwhile/)
    expect(keeper.reading().builds.find('spillway-hex')!.tags).toEqual([])
    expect(keeper.health().writable).toBe(true)
  })

  it('and whatever goes wrong with other files says nothing of the data', () => {
    const { keeper } = keeping()
    for (const error of [
      Object.assign(new Error('no file'), { code: 'ENOENT' }),
      Object.assign(new Error('no room'), { code: 'ENOSPC' }),
      new StoreTrouble('damaged', 'a backup'),
    ])
      keeper.note(error)
    expect(keeper.health()).toEqual({ ready: true, writable: true })
  })
})

describe('copies for reading', () => {
  it('left by a process that was killed are taken away at the next start', () => {
    const dead = join(tmpdir(), 'ypodoma-reading-999999999-x')
    const living = join(tmpdir(), `ypodoma-reading-${process.pid}-x`)
    for (const folder of [dead, living]) mkdirSync(folder, { recursive: true })
    keeping()
    expect([dead, living].map((folder) => existsSync(folder))).toEqual([false, true])
    rmSync(living, { recursive: true })
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
      expect(next.builds.list().count, cut).toBe(shipped.demo.length)
      expect(next.builds.miscounted()).toEqual([])
    }
  })
})
