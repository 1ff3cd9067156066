import { existsSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { memo } from '#core/memo'
import { cook, readLibrary, type Library } from '#core/schema'
import { adopt, analyse, briefOf } from '#core/engine'
import type { Plan } from '#core/plan'
import { buildRepository, type BuildRepository } from './builds'
import { collectionRepository } from './collection'
import { definitionRepository } from './definitions'
import { pictureRepository } from './pictures'
import { closeDatabase, openDatabase, type Connection, type Migration } from './open'

interface DemoBuild {
  id: string
  plan: Plan
  brief: ReturnType<typeof briefOf>
}

export interface StoreOptions {
  directory: string
  migrations: Migration[]
  /** Definition files shipped with the product. */
  definitions: { name: string; text: string }[]
  /** Demo builds put into a new database; none when empty. */
  demo: { name: string; text: string }[]
  now?: () => string
  /** Only looked into: nothing is brought up to date or filled. */
  asItIs?: boolean
  /** There were data here: no new file is made where theirs is missing. */
  mustExist?: boolean
}

/** Opens the database with its repositories, brings the catalogue up to date, and fills a new database with the demo builds. */
export function openStore({
  directory,
  migrations,
  definitions,
  demo,
  now = () => new Date().toISOString(),
  asItIs = false,
  mustExist = false,
}: StoreOptions) {
  const connection = openDatabase(directory, migrations, mustExist || wasUsed(directory))
  try {
    const builds = buildRepository(connection, now)
    const catalogue = definitionRepository(connection, now)
    const collection = collectionRepository(connection, now)
    const pictures = pictureRepository(connection, now)
    const shipped = libraryOf(definitions)
    const reship = () =>
      catalogue.ship([...Object.values(shipped.protocols), ...Object.values(shipped.devices), ...Object.values(shipped.boards)])
    if (!asItIs) {
      while (builds.packSome());
      fillOnce(connection, builds, () => (reship(), demosIn(shipped)(demo)))
      reship()
      noteUse(directory)
    }
    return {
      connection,
      builds,
      catalogue,
      collection,
      pictures,
      reship,
      /** Writes a mark, to see that the file can be written. @throws what the database says when it cannot */
      probe: () => void mark(connection, 'written', now()),
      close: () => closeDatabase(connection),
    }
  } catch (error) {
    connection.close()
    throw error
  }
}

export type Store = ReturnType<typeof openStore>

/** Lies in a folder once data were written there: a data file that is missing then is no reason to make a new one. */
const useMark = (directory: string) => join(directory, 'ypodoma.mark')
const wasUsed = (directory: string) => existsSync(useMark(directory))

function noteUse(directory: string): void {
  if (!wasUsed(directory))
    writeFileSync(
      useMark(directory),
      'The data of Ypodoma lie in this folder. Without this file a missing data file is made anew.\n',
    )
}

/** The first data, all in one transaction, and with them the mark that they were written: a start that was cut short is made good at the next. */
function fillOnce(connection: Connection, builds: BuildRepository, first: () => DemoBuild[]): void {
  const done = connection.prepare(`SELECT 1 FROM marks WHERE name = 'first data'`)
  if (done.get()) return
  connection
    .transaction(() => {
      if (done.get()) return
      const demos = first()
      if (builds.list().count === 0) {
        for (const { id, plan, brief } of demos) {
          builds.create(id, { plan, edits: [], steps: ['Demo build'], author: 'demo', note: '', brief })
        }
      }
      mark(connection, 'first data', 'written')
    })
    .immediate()
}

/** The same files are read once, however often their store is opened: data that others have open are tried again and again. */
const libraryOf = memo((definitions: StoreOptions['definitions']) => readLibrary(definitions))

/** All demo builds come allocated but one, with which one can walk through the stages. */
const demosIn = memo((library: Library) =>
  memo((demo: StoreOptions['demo']) =>
    demo.map(({ text }): DemoBuild => {
      const { id, plan: cooked } = cook(text, library)
      const plan = id === 'tarn-rounder' ? cooked : adopt(cooked, analyse(cooked).proposal)
      return { id, plan, brief: briefOf(plan) }
    }),
  ),
)

function mark(connection: Connection, name: string, value: string): void {
  connection
    .prepare('INSERT INTO marks (name, value) VALUES (?, ?) ON CONFLICT (name) DO UPDATE SET value = excluded.value')
    .run(name, value)
}

/** Where the database lies: `YPODOMA_DATA`, or `data` below the working directory. */
export function dataDirectory(): string {
  return process.env.YPODOMA_DATA || join(process.cwd(), 'data')
}
