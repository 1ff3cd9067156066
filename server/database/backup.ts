import {
  closeSync,
  constants,
  copyFileSync,
  existsSync,
  mkdirSync,
  openSync,
  readdirSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { join } from 'node:path'
import type { Backup } from '#contract'
import { examine } from './examine'
import { alsoNamed, stampOf, underNewName } from './names'
import { databaseFile, logOf, type Connection } from './open'
import { CopyTrouble } from './trouble'

/** As many of the newest automatic backups are kept, and one a day for so many days. */
const keptNewest = 10
const keptDays = 30
/** Milliseconds after which a copy that was not finished is no one's any more. */
const abandoned = 6 * 3_600_000
const pattern = /^(auto|hand|before-restore|found)-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)(?:-(\d+))?\.sqlite$/

export function backupFolder(directory: string): string {
  return join(directory, 'backups')
}

/** The backups in a data folder, newest first. */
export function backupsIn(directory: string): Backup[] {
  const folder = backupFolder(directory)
  if (!existsSync(folder)) return []
  return readdirSync(folder)
    .flatMap((name) => {
      const found = pattern.exec(name)
      const size = statSync(join(folder, name), { throwIfNoEntry: false })?.size
      if (!found || size === undefined) return []
      const [, kind, day, hour, minute, second, turn = 1] = found
      return [{ turn: Number(turn), name, at: `${day}T${hour}:${minute}:${second}Z`, bytes: size, automatic: kind === 'auto' }]
    })
    .sort((one, other) => other.at.localeCompare(one.at) || other.turn - one.turn)
    .map(({ turn: _turn, ...backup }) => backup)
}

/**
 * Writes a backup while the database is in use, by SQLite's own online backup, and looks
 * it through before it gets its name, which no other has.
 * @param look looks the copy through, in this thread or another
 * @throws CopyTrouble when it cannot be written
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
  const base = `${kind}-${stampOf(now)}`
  return CopyTrouble.in(async () => {
    mkdirSync(folder, { recursive: true })
    const half = join(folder, unfinished(folder, `${base}.sqlite`))
    try {
      await connection.backup(half)
      await look(half)
      return underNewName(folder, base, '.sqlite', (path) => alsoNamed(half, path))
    } finally {
      for (const end of ['', '-wal', '-shm', '-journal']) rmSync(half + end, { force: true })
    }
  })
}

/** Takes a name for a copy while it is made. */
function unfinished(folder: string, base: string): string {
  return underNewName(folder, base, '.part', (path) => closeSync(openSync(path, 'wx')))
}

/** Takes away copies that were begun and never finished, hours ago. */
export function dropAbandoned(directory: string, now = Date.now()): void {
  const folders = [directory, backupFolder(directory)].filter((folder) => existsSync(folder))
  for (const folder of folders) {
    for (const name of readdirSync(folder).filter((each) => /\.part(-wal|-shm|-journal)?$/.test(each))) {
      const path = join(folder, name)
      if (now - (statSync(path, { throwIfNoEntry: false })?.mtimeMs ?? now) > abandoned) rmSync(path, { force: true })
    }
  }
}

/**
 * Automatic backups that the rule takes away: all but the newest 10, and the last of
 * each day of the past 30. Those with a date still to come, from a clock that was wrong, come last.
 * @param backups newest first
 */
export function toDrop(backups: readonly Backup[], now: number): string[] {
  const days = new Set<string>()
  const automatic = backups.filter((backup) => backup.automatic)
  const toCome = automatic.filter(({ at }) => isToCome(at, now))
  return [...automatic.filter(({ at }) => !isToCome(at, now)), ...toCome]
    .filter(({ at }, position) => {
      const day = at.slice(0, 10)
      const firstOfDay = !days.has(day)
      days.add(day)
      const young = now - Date.parse(at) <= keptDays * 86_400_000
      return position >= keptNewest && !(firstOfDay && young)
    })
    .map(({ name }) => name)
}

/** A clock may have been wrong by a little. */
const isToCome = (at: string, now: number) => Date.parse(at) > now + 60_000

/** Whether an automatic backup is due: the last one was made this many milliseconds ago, or its clock was wrong. */
export function isDue(backups: readonly Backup[], between: number, now = Date.now()): boolean {
  const last = backups.find(({ automatic, at }) => automatic && !isToCome(at, now))
  return !last || now - Date.parse(last.at) >= between
}

/** Takes away the automatic backups that need not be kept. */
export function dropOld(directory: string, now = Date.now()): void {
  for (const name of toDrop(backupsIn(directory), now)) rmSync(join(backupFolder(directory), name), { force: true })
}

/**
 * Makes a copy of a backup ready to be put in the place of the data.
 * @param look looks files through, in this thread or another
 * @returns the copy
 * @throws StoreTrouble, or what `look` throws, when the file is not one that can be restored; nothing is changed then
 */
export async function readyToRestore(file: string, directory: string, look: (file: string) => unknown): Promise<string> {
  await look(file)
  const ready = await CopyTrouble.in(() => {
    const path = join(directory, unfinished(directory, 'ypodoma.sqlite.restoring'))
    copyFileSync(file, path)
    return path
  })
  try {
    await look(ready)
  } catch (error) {
    rmSync(ready, { force: true })
    throw error
  }
  return ready
}

/**
 * Puts a copy in the place of the data, which must be closed; what was there is kept
 * beside the backups first, under a name that nothing had.
 * @param kept where it is kept already
 * @returns where that is
 */
export function putInPlace(ready: string, directory: string, now = new Date(), kept?: string): string {
  const aside = kept ?? keepAside(directory, 'before-restore', now)
  for (const end of ['-wal', '-shm']) rmSync(databaseFile(directory) + end, { force: true })
  renameSync(ready, databaseFile(directory))
  return aside
}

/**
 * Keeps the data file that lies in a folder among its backups; it stays where it is, too.
 * @returns where that is; nothing where there was no file
 */
export function keepAside(directory: string, kind: 'before-restore' | 'found', now = new Date()): string {
  const current = databaseFile(directory)
  const folder = backupFolder(directory)
  if (!existsSync(current)) return ''
  mkdirSync(folder, { recursive: true })
  const name = underNewName(folder, `${kind}-${stampOf(now)}`, '.sqlite', (path) => {
    alsoNamed(current, path)
    // What is in the log only belongs to it.
    if (existsSync(logOf(current))) copyFileSync(logOf(current), logOf(path), constants.COPYFILE_EXCL)
  })
  return join(folder, name)
}
