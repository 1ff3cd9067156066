import { existsSync } from 'node:fs'
import Database from 'better-sqlite3'
import type { Connection } from './open'
import { StoreTrouble, troubleIn } from './trouble'

/**
 * Looks a file through before it is relied on: a whole database of this product, of
 * this program or an earlier one.
 * @throws StoreTrouble that says what is wrong with it
 */
export function examine(file: string, newest = Number.MAX_SAFE_INTEGER): { builds: number; versions: number; schema: number } {
  if (!existsSync(file)) throw new StoreTrouble('unreachable', `${file} is not there`)
  let connection: Connection | undefined
  try {
    connection = new Database(file, { fileMustExist: true })
    const [verdict] = connection.pragma('integrity_check(1)') as { integrity_check: string }[]
    if (verdict?.integrity_check !== 'ok') throw new StoreTrouble('damaged', verdict?.integrity_check)
    const schema = connection.pragma('user_version', { simple: true }) as number
    if (schema > newest) throw new StoreTrouble('newer', `schema ${schema}; this program knows ${newest}`)
    const count = (table: string) => connection!.prepare<[], { n: number }>(`SELECT count(*) AS n FROM ${table}`).get()!.n
    if (schema < 1) throw new StoreTrouble('not-a-database', 'it holds no builds of this product')
    return { builds: count('builds'), versions: count('versions'), schema }
  } catch (error) {
    const { code } = error as { code?: string }
    if (code === 'SQLITE_ERROR') throw new StoreTrouble('not-a-database', 'it holds no builds of this product')
    throw troubleIn(error) ?? error
  } finally {
    connection?.close()
  }
}
