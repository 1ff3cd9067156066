import { join } from 'node:path'
import { cook, readLibrary, type Library } from '#core/schema'
import { adopt, analyse } from '#core/engine'
import { buildRepository, type BuildRepository } from './builds'
import { definitionRepository } from './definitions'
import { openDatabase, type Migration } from './open'

export interface StoreOptions {
  directory: string
  migrations: Migration[]
  /** Definition files shipped with the product. */
  definitions: { name: string; text: string }[]
  /** Demo builds put into a new database; none when empty. */
  demo: { name: string; text: string }[]
  now?: () => string
}

/** Opens the database with its repositories, brings the catalogue up to date, and fills a new database with the demo builds. */
export function openStore({ directory, migrations, definitions, demo, now = () => new Date().toISOString() }: StoreOptions) {
  const connection = openDatabase(directory, migrations)
  const builds = buildRepository(connection, now)
  const catalogue = definitionRepository(connection, now)
  const shipped = readLibrary(definitions)
  const reship = () =>
    catalogue.ship([...Object.values(shipped.protocols), ...Object.values(shipped.devices), ...Object.values(shipped.boards)])
  reship()
  if (demo.length && builds.list().length === 0) seed(builds, demo, shipped)
  return { connection, builds, catalogue, reship }
}

export type Store = ReturnType<typeof openStore>

/** The hex is left to be allocated; the other two come allocated. */
function seed(builds: BuildRepository, demo: StoreOptions['demo'], library: Library): void {
  for (const { text } of demo) {
    const { id, plan } = cook(text, library)
    const ready = id === 'spillway-hex' ? plan : adopt(plan, analyse(plan).proposal)
    builds.create(id, { plan: ready, edits: [], steps: ['Demo build'], author: 'demo', note: '' })
  }
}

/** Where the database lies: `YPODOMA_DATA`, or `data` below the working directory. */
export function dataDirectory(): string {
  return process.env.YPODOMA_DATA || join(process.cwd(), 'data')
}
