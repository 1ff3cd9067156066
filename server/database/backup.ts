import { copyFileSync, existsSync, mkdirSync, readdirSync, renameSync, rmSync, statSync } from 'node:fs'
import { join } from 'node:path'
import { examine } from './examine'
import { databaseFile, type Connection } from './open'

export interface Backup {
  name: string
  /** When it was made, ISO 8601. */
  at: string
  bytes: number
  /** Made by the program, and taken away by its rule; others stay. */
  automatic: boolean
}

/** As many of the newest automatic backups are kept, and one a day for so many days. */
const keptNewest = 10
const keptDays = 30
const pattern = /^(auto|hand|before-restore)-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)\.sqlite$/

export function backupFolder(directory: string): string {
  return join(directory, 'backups')
}

/** The backups in a data folder, newest first. */
export function backupsIn(directory: string): Backup[] {
  const folder = backupFolder(directory)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .flatMap((name): Backup[] => {
      const found = pattern.exec(name)
      if (!found) return []
      const [, kind, day, hour, minute, second] = found
      const { size } = statSync(join(folder, name))
      return [{ name, at: `${day}T${hour}:${minute}:${second}Z`, bytes: size, automatic: kind === 'auto' }]
    })
    .sort((one, other) => other.at.localeCompare(one.at))
}

/**
 * Writes a backup while the database is in use, by SQLite's own online backup, and looks
 * it through before it gets its name.
 * @param look looks the copy through, in this thread or another
 * @throws Error when the copy is not whole
 */
export async function backUp(
  connection: Connection,
  directory: string,
  kind: 'auto' | 'hand',
  look: (file: string) => unknown = examine,
  now = new Date(),
): Promise<string> {
  const folder = backupFolder(directory)
  mkdirSync(folder, { recursive: true })
  const name = `${kind}-${now.toISOString().slice(0, 19).replaceAll(':', '-')}.sqlite`
  const half = join(folder, `${name}.part`)
  rmSync(half, { force: true })
  try {
    await connection.backup(half)
    await look(half)
    renameSync(half, join(folder, name))
  } finally {
    for (const end of ['', '-wal', '-shm', '-journal']) rmSync(half + end, { force: true })
  }
  return name
}

/**
 * Automatic backups that the rule takes away: all but the newest 10, and the last of
 * each day of the past 30.
 * @param backups newest first
 */
export function toDrop(backups: readonly Backup[], now: number): string[] {
  const days = new Set<string>()
  return backups
    .filter(({ automatic }) => automatic)
    .filter(({ at }, position) => {
      const day = at.slice(0, 10)
      const firstOfDay = !days.has(day)
      days.add(day)
      const young = now - Date.parse(at) <= keptDays * 86_400_000
      return position >= keptNewest && !(firstOfDay && young)
    })
    .map(({ name }) => name)
}

/** Takes away the automatic backups that need not be kept. */
export function dropOld(directory: string, now = Date.now()): void {
  for (const name of toDrop(backupsIn(directory), now)) rmSync(join(backupFolder(directory), name), { force: true })
}

/**
 * Puts a backup in the place of the data, which must be closed; what was there is kept
 * beside the backups first.
 * @throws StoreTrouble when the file is not one that can be restored; nothing is changed then
 */
export function restore(file: string, directory: string, newest: number, now = new Date()): string {
  examine(file, newest)
  const current = databaseFile(directory)
  mkdirSync(backupFolder(directory), { recursive: true })
  const fresh = `${current}.restoring`
  copyFileSync(file, fresh)
  examine(fresh, newest)
  const aside = join(backupFolder(directory), `before-restore-${now.toISOString().slice(0, 19).replaceAll(':', '-')}.sqlite`)
  for (const end of ['', '-wal']) if (existsSync(current + end)) copyFileSync(current + end, aside + end)
  for (const end of ['-wal', '-shm']) rmSync(current + end, { force: true })
  renameSync(fresh, current)
  return aside
}
