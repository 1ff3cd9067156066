import { existsSync, mkdirSync, readdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import type { Backup } from '#contract'
import { afterEach, describe, expect, it } from 'vitest'
import { freshStore, migrations, removeStores, shipped } from '../../tests/helpers/store'
import { backUp, backupFolder, backupsIn, dropAbandoned, dropOld, isDue, putInPlace, readyToRestore, toDrop } from './backup'
import { examine } from './examine'
import { databaseFile } from './open'

afterEach(removeStores)

/** As the command restores. */
async function restore(file: string, directory: string, newest: number, now?: Date): Promise<string> {
  return putInPlace(await readyToRestore(file, directory, (copy) => examine(copy, newest)), directory, now)
}

describe('backups', () => {
  it('are written while the database is used, whole, and restored once they are looked through', async () => {
    const store = freshStore()
    const { directory, connection, builds } = store
    const plan = builds.plan('spillway-hex', 1)!
    const save = (base: number) => builds.save('spillway-hex', base, { plan, edits: [], steps: [], author: 'a', note: '' })
    save(1)
    const under = backUp(connection, directory, 'hand')
    save(2)
    const name = await under
    expect(backupsIn(directory)).toMatchObject([{ name, automatic: false }])
    const file = join(backupFolder(directory), name)
    expect(examine(file)).toMatchObject({ builds: shipped.demo.length })
    expect(readdirSync(backupFolder(directory))).toEqual([name])

    save(3)
    store.close()
    const aside = await restore(file, directory, migrations.length)
    expect(examine(aside)).toMatchObject({ versions: shipped.demo.length + 3 })
    const after = freshStore(directory)
    expect(after.builds.find('spillway-hex')!.version).toBeLessThan(4)
    expect(after.builds.miscounted()).toEqual([])
  })

  it('that are no whole database of this product are refused, and nothing is changed', async () => {
    const store = freshStore()
    const { directory, connection } = store
    const file = join(backupFolder(directory), await backUp(connection, directory, 'hand'))
    store.close()
    const before = readFileSync(databaseFile(directory))
    const refusal = async (spoil: () => void) => {
      const whole = readFileSync(file)
      spoil()
      try {
        await restore(file, directory, migrations.length)
        return 'restored'
      } catch (error) {
        return (error as Error).message
      } finally {
        writeFileSync(file, whole)
      }
    }
    expect(await refusal(() => truncateSync(file, 20_000))).toMatch(/damaged|not a database/)
    expect(await refusal(() => writeFileSync(file, 'nothing of the kind'))).toMatch(/not a database/)
    const middle = () => {
      const bytes = readFileSync(file)
      bytes.fill(0xff, 40_000, 90_000)
      writeFileSync(file, bytes)
    }
    expect(await refusal(middle)).toMatch(/damaged/)
    await expect(restore(join(directory, 'ghost.sqlite'), directory, 9)).rejects.toThrow('is not there')
    await expect(restore(file, directory, 2)).rejects.toThrow(/newer/)
    expect(readFileSync(databaseFile(directory)).equals(before)).toBe(true)
  })

  it('that are not whole get no name', async () => {
    const { directory, connection } = freshStore()
    const unsound = () => {
      throw new Error('not whole')
    }
    await expect(backUp(connection, directory, 'auto', unsound)).rejects.toThrow('not whole')
    expect(readdirSync(backupFolder(directory))).toEqual([])
  })

  it('made by the program go by the rule: the newest 10, and the last of each day for 30 days; those made by hand stay', async () => {
    const now = Date.UTC(2026, 5, 30, 12)
    const hour = 3_600_000
    const backups: Backup[] = Array.from({ length: 24 * 50 }, (_, at) => ({
      name: `${at}`,
      at: new Date(now - at * hour).toISOString(),
      bytes: 1,
      automatic: at % 7 !== 3,
    }))
    const dropped = new Set(toDrop(backups, now))
    const kept = backups.filter(({ name }) => !dropped.has(name))
    expect(kept.filter(({ automatic }) => !automatic)).toHaveLength(backups.filter(({ automatic }) => !automatic).length)
    const automatic = kept.filter((backup) => backup.automatic)
    expect(automatic.slice(0, 10)).toEqual(backups.filter((backup) => backup.automatic).slice(0, 10))
    const days = automatic.slice(10).map(({ at }) => at.slice(0, 10))
    expect(new Set(days).size).toBe(days.length)
    expect(automatic.length).toBeGreaterThanOrEqual(38)
    expect(automatic.length).toBeLessThanOrEqual(41)

    const { directory, connection } = freshStore()
    for (let at = 0; at < 13; at += 1) await backUp(connection, directory, 'auto', examine, new Date(now + at * 1000))
    dropOld(directory, now)
    expect(backupsIn(directory)).toHaveLength(10)
  })

  it('have names of their own, however many are asked for within a second, and none is ever written over', async () => {
    const { directory, connection } = freshStore()
    const now = new Date(Date.UTC(2026, 5, 30, 12))
    const made = await Promise.all(Array.from({ length: 6 }, () => backUp(connection, directory, 'hand', examine, now)))
    expect(new Set(made).size).toBe(6)
    expect(made).toContain('hand-2026-06-30T12-00-00.sqlite')
    expect(backupsIn(directory).map(({ name }) => name)).toHaveLength(6)
    expect(readdirSync(backupFolder(directory)).filter((name) => name.endsWith('.part'))).toEqual([])
    for (const name of made) expect(examine(join(backupFolder(directory), name))).toMatchObject({ builds: shipped.demo.length })
  })

  it('restored twice within a second leave what was there before each beside', async () => {
    const now = new Date(Date.UTC(2026, 5, 30, 12))
    const store = freshStore()
    const { directory, connection, builds } = store
    const file = join(backupFolder(directory), await backUp(connection, directory, 'hand', examine, now))
    builds.setTags('spillway-hex', ['Mine'])
    store.close()
    const first = await restore(file, directory, migrations.length, now)
    const second = await restore(file, directory, migrations.length, now)
    expect(second).not.toBe(first)
    const tagsIn = (path: string) => {
      const connection = new Database(path, { readonly: true })
      const { tags } = connection.prepare<[], { tags: string }>(`SELECT tags FROM builds WHERE id = 'spillway-hex'`).get()!
      connection.close()
      return tags
    }
    expect([first, second].map(tagsIn)).toEqual(['["Mine"]', '[]'])
    expect(backupsIn(directory)).toHaveLength(3)
  })

  it('are due by the last one, not by one that a wrong clock made for next year', () => {
    const now = Date.UTC(2026, 5, 30, 12)
    const of = (at: number, automatic = true): Backup => ({ name: `${at}`, at: new Date(at).toISOString(), bytes: 1, automatic })
    const hour = 3_600_000
    const later = of(now + 365 * 24 * hour)
    expect(isDue([later], hour, now)).toBe(true)
    expect(isDue([later, of(now - hour / 2)], hour, now)).toBe(false)
    expect(isDue([later, of(now - hour / 2, false)], hour, now)).toBe(true)
    const many = [later, ...Array.from({ length: 30 }, (_, at) => of(now - at * 1000))]
    expect(toDrop(many, now)).not.toContain(many[1]!.name)
    expect(toDrop(many, now)).toHaveLength(20)
  })

  it('that were begun and never finished are taken away hours later', () => {
    const { directory } = freshStore()
    mkdirSync(backupFolder(directory))
    const half = join(backupFolder(directory), 'hand-2026-06-30T12-00-00.sqlite.part')
    writeFileSync(half, 'half')
    dropAbandoned(directory)
    expect(existsSync(half)).toBe(true)
    dropAbandoned(directory, Date.now() + 7 * 3_600_000)
    expect(existsSync(half)).toBe(false)
  })
})
