import { mkdirSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'

export type Connection = Database.Database

export interface Migration {
  name: string
  sql: string
}

/**
 * Opens the database file and brings it to the newest schema. `user_version`
 * counts the migrations done; each runs in a transaction of its own.
 * @throws Error when the file was written by a newer program
 */
export function openDatabase(directory: string, migrations: Migration[]): Connection {
  mkdirSync(directory, { recursive: true })
  const connection = new Database(join(directory, 'ypodoma.sqlite'))
  connection.pragma('journal_mode = WAL')
  connection.pragma('foreign_keys = ON')
  // What was acknowledged is on the disk, also after the power fails.
  connection.pragma('synchronous = FULL')
  connection.pragma('busy_timeout = 5000')
  migrate(connection, migrations)
  return connection
}

/** Runs the migrations not yet done. */
export function migrate(connection: Connection, migrations: Migration[]): void {
  const ordered = [...migrations].sort((a, b) => a.name.localeCompare(b.name))
  const done = connection.pragma('user_version', { simple: true }) as number
  if (done > ordered.length) {
    throw new Error(`the database has schema ${done}, this program knows ${ordered.length}; start a newer program on it`)
  }
  ordered.slice(done).forEach(({ sql }, at) => {
    connection.transaction(() => {
      connection.exec(sql)
      connection.pragma(`user_version = ${done + at + 1}`)
    })()
  })
}
