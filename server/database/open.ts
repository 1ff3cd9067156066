import { accessSync, constants, existsSync, mkdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { StoreTrouble } from './trouble'

export type Connection = Database.Database

export interface Migration {
  name: string
  sql: string
}

/** The data file in a folder. */
export function databaseFile(directory: string): string {
  return join(directory, 'ypodoma.sqlite')
}

/** What a database has written and not taken into its file yet. */
export function logOf(file: string): string {
  return `${file}-wal`
}

/**
 * Opens the database file and brings it to the newest schema. `user_version`
 * counts the migrations done; each runs in a transaction of its own.
 * @param mustExist no file is made where none is
 * @throws StoreTrouble when the file was written by a newer program, or is not there and must be
 */
export function openDatabase(directory: string, migrations: Migration[], mustExist = false): Connection {
  if (mustExist && !existsSync(databaseFile(directory))) throw new StoreTrouble('missing', databaseFile(directory))
  mkdirSync(directory, { recursive: true })
  const connection = new Database(databaseFile(directory), { fileMustExist: mustExist })
  try {
    refuseNewer(connection, migrations)
    connection.pragma('journal_mode = WAL')
    connection.pragma('foreign_keys = ON')
    // What was acknowledged is on the disk, also after the power fails.
    connection.pragma('synchronous = FULL')
    connection.pragma('busy_timeout = 5000')
    migrate(connection, migrations)
  } catch (error) {
    connection.close()
    throw error
  }
  return connection
}

/** Writes all there is into the one file, and closes it. */
export function closeDatabase(connection: Connection): void {
  if (!connection.open) return
  try {
    connection.pragma('wal_checkpoint(TRUNCATE)')
  } finally {
    connection.close()
  }
}

export function lockFile(directory: string): string {
  return join(directory, 'ypodoma.lock')
}

/**
 * Keeps a folder for this process until what it gives is called: an exclusive
 * transaction on a file of its own, which the system ends with the process.
 * @throws StoreTrouble when another process has it
 */
export function lockFolder(directory: string): () => void {
  mkdirSync(directory, { recursive: true })
  const file = databaseFile(directory)
  for (const path of existsSync(file) ? [directory, file] : [directory]) accessSync(path, constants.W_OK)
  const lock = new Database(lockFile(directory), { timeout: 200 })
  try {
    lock.exec('BEGIN EXCLUSIVE')
  } catch (error) {
    lock.close()
    if ((error as { code?: string }).code?.startsWith('SQLITE_BUSY')) throw new StoreTrouble('in-use', directory)
    throw error
  }
  return () => void lock.close()
}

function refuseNewer(connection: Connection, migrations: Migration[]): number {
  const done = connection.pragma('user_version', { simple: true }) as number
  if (done > migrations.length) {
    throw new StoreTrouble('newer', `schema ${done}; this program knows ${migrations.length}`)
  }
  return done
}

/** Runs the migrations not yet done. */
export function migrate(connection: Connection, migrations: Migration[]): void {
  const ordered = [...migrations].sort((a, b) => a.name.localeCompare(b.name))
  const done = refuseNewer(connection, migrations)
  ordered.slice(done).forEach(({ sql }, at) => {
    connection.transaction(() => {
      connection.exec(sql)
      connection.pragma(`user_version = ${done + at + 1}`)
    })()
  })
}
