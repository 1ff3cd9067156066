import { createHash } from 'node:crypto'
import {
  closeSync,
  existsSync,
  fsyncSync,
  linkSync,
  mkdirSync,
  openSync,
  readFileSync,
  readSync,
  renameSync,
  rmSync,
  statSync,
} from 'node:fs'
import { join } from 'node:path'
import { backupFolder, keepAside } from './backup'
import { stampOf, underNewName } from './names'
import { databaseFile, lockFile, logOf, type Connection } from './open'

/** What has become of the files that a connection has open. */
export type Displacement =
  /** They lie where they were. */
  | 'none'
  /** The data file was deleted or moved, or another lies under its name. */
  | 'file'
  /** The log beside it, in which the last saves may stand, was. */
  | 'log'
  /** The lock was. */
  | 'lock'
  /** The data file is the same, and was written to by something else than the database. */
  | 'written-over'

/** The files of an open database as they lay when it was last looked at. */
export class OpenPlace {
  private readonly file: string
  private readonly inodes: { file?: bigint; log?: bigint; lock?: bigint }
  private seen: { size: bigint; written: bigint; content: string }

  /** @param directory of a database that is open, with its lock */
  constructor(private readonly directory: string) {
    this.file = databaseFile(directory)
    this.inodes = { file: inodeOf(this.file), log: inodeOf(logOf(this.file)), lock: inodeOf(lockFile(directory)) }
    this.seen = this.look()
  }

  /** Takes the data file as it is now for one's own: called after each write of one's own, few of which reach it at once. */
  noteOwnWrite(): void {
    if (!this.isUntouched(statOf(this.file))) this.seen = this.look()
  }

  /** What was done to the files, if anything was. A few microseconds. */
  displacement(): Displacement {
    const found = statOf(this.file)
    if (!found || found.ino !== this.inodes.file) return 'file'
    if (this.isForeign(found)) return 'written-over'
    if (inodeOf(logOf(this.file)) !== this.inodes.log) return 'log'
    return inodeOf(lockFile(this.directory)) === this.inodes.lock ? 'none' : 'lock'
  }

  private isUntouched(found: ReturnType<typeof statOf>): boolean {
    return found?.mtimeNs === this.seen.written && found.size === this.seen.size
  }

  /** It was written to; a file that was only touched passes. */
  private isForeign(found: ReturnType<typeof statOf>): boolean {
    if (this.isUntouched(found)) return false
    const now = this.look()
    const foreign = now.size !== this.seen.size || now.content !== this.seen.content
    if (!foreign) this.seen = now
    return foreign
  }

  private look(): typeof this.seen {
    const found = statOf(this.file)
    return {
      size: found?.size ?? 0n,
      written: found?.mtimeNs ?? 0n,
      content: found ? contentOf(this.file, Number(found.size)) : '',
    }
  }
}

/** Files up to this size are known by all that is in them, larger ones by so many pieces, in bytes. */
const whole = 64 * 1024 * 1024
const pieces = { count: 512, size: 4096 }

/** What is in a file, as one figure. */
function contentOf(file: string, size: number): string {
  const hash = createHash('sha1')
  if (size <= whole) return hash.update(readFileSync(file)).digest('hex')
  const piece = Buffer.alloc(pieces.size)
  const opened = openSync(file, 'r')
  try {
    for (let at = 0; at < pieces.count; at += 1) {
      const bytes = readSync(opened, piece, 0, piece.length, Math.floor((at * (size - piece.length)) / (pieces.count - 1)))
      hash.update(piece.subarray(0, bytes))
    }
  } finally {
    closeSync(opened)
  }
  return hash.digest('hex')
}

const inodeOf = (path: string) => statOf(path)?.ino

/** What is to be known of a file; nothing where it is not there, or the way to it is barred. */
function statOf(path: string) {
  try {
    return statSync(path, { bigint: true })
  } catch {
    return undefined
  }
}

/** The second name that a data file has while it is closed and opened again: whoever takes the first away meanwhile takes nothing. */
const heldFile = (directory: string) => `${databaseFile(directory)}.held`

/** Gives a file the second name of the data; where the disk has no second names, it goes without. */
export function holdFile(directory: string, file = databaseFile(directory)): void {
  rmSync(heldFile(directory), { force: true })
  try {
    linkSync(file, heldFile(directory))
  } catch {
    // It is held by its one name.
  }
}

/** Takes the second name away, once the data are open again under the first. */
export function letFileGo(directory: string): void {
  rmSync(heldFile(directory), { force: true })
}

/** Where the first name was taken away meanwhile, the second becomes it; also at a start after that. */
export function takeUpHeld(directory: string): void {
  if (!existsSync(databaseFile(directory)) && existsSync(heldFile(directory)))
    renameSync(heldFile(directory), databaseFile(directory))
}

/**
 * Keeps the data that a connection has open among the backups: by another name of the very file, or a copy of it
 * where that is not to be had.
 * @returns where that is
 */
export function keepOpenAside(connection: Connection, directory: string, now = new Date()): string {
  const folder = backupFolder(directory)
  const current = databaseFile(directory)
  mkdirSync(folder, { recursive: true })
  connection.pragma('wal_checkpoint(TRUNCATE)')
  const mine = inodeOf(current)
  const name = underNewName(folder, `before-restore-${stampOf(now)}`, '.sqlite', (path) => {
    try {
      linkSync(current, path)
      if (mine !== undefined && inodeOf(path) === mine) return
      rmSync(path)
    } catch (error) {
      if ((error as { code?: string }).code === 'EEXIST') throw error
    }
    copyInto(connection, path)
  })
  return join(folder, name)
}

/**
 * Writes all that a connection has open into a new file under the name of the data file, which was taken away or has
 * another in its place; that one is kept among the backups. The connection must be closed afterwards; until `letFileGo` the
 * new file has its second name, too.
 * @returns where the file is that was found in its place; nothing where there was none
 * @throws what the disk says; nothing is changed then
 */
export function writeAnew(connection: Connection, directory: string): string {
  mkdirSync(directory, { recursive: true })
  const current = databaseFile(directory)
  const fresh = `${current}.anew.part`
  copyInto(connection, fresh)
  try {
    // Nothing of it may be left in a log that would be taken for that of the new file.
    connection.pragma('wal_checkpoint(TRUNCATE)')
    const found = existsSync(current) ? keepAside(directory, 'found') : ''
    for (const end of ['-wal', '-shm']) rmSync(current + end, { force: true })
    holdFile(directory, fresh)
    renameSync(fresh, current)
    return found
  } finally {
    rmSync(fresh, { force: true })
  }
}

/** Writes all that a connection has open into a file of its own, down to the disk. */
export function copyInto(connection: Connection, file: string): void {
  rmSync(file, { force: true })
  connection.prepare('VACUUM INTO ?').run(file)
  const opened = openSync(file, 'r')
  try {
    fsyncSync(opened)
  } finally {
    closeSync(opened)
  }
}
