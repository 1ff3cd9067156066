import { readdirSync, readFileSync, truncateSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { afterEach, describe, expect, it } from 'vitest'
import { freshStore, migrations, removeStores } from '../../tests/helpers/store'
import { backUp, backupFolder, backupsIn, dropOld, restore, toDrop, type Backup } from './backup'
import { examine } from './examine'
import { databaseFile } from './open'

afterEach(removeStores)

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
    expect(examine(file)).toMatchObject({ builds: 3 })
    expect(readdirSync(backupFolder(directory))).toEqual([name])

    save(3)
    store.close()
    const aside = restore(file, directory, migrations.length)
    expect(examine(aside)).toMatchObject({ versions: 6 })
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
    const refusal = (spoil: () => void) => {
      const whole = readFileSync(file)
      spoil()
      try {
        restore(file, directory, migrations.length)
        return 'restored'
      } catch (error) {
        return (error as Error).message
      } finally {
        writeFileSync(file, whole)
      }
    }
    expect(refusal(() => truncateSync(file, 20_000))).toMatch(/damaged|not a database/)
    expect(refusal(() => writeFileSync(file, 'nothing of the kind'))).toMatch(/not a database/)
    const middle = () => {
      const bytes = readFileSync(file)
      bytes.fill(0xff, 40_000, 90_000)
      writeFileSync(file, bytes)
    }
    expect(refusal(middle)).toMatch(/damaged/)
    expect(() => restore(join(directory, 'ghost.sqlite'), directory, 9)).toThrow('is not there')
    expect(() => restore(file, directory, 2)).toThrow(/newer/)
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
})
