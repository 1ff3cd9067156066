import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import type { Kept } from '../../server/database/save-version'
import { openStore, type Store } from '../../server/database/store'

const texts = (folder: string) =>
  readdirSync(folder).map((name) => ({ name: `${folder}/${name}`, text: readFileSync(join(folder, name), 'utf8') }))

/** The migrations of the product. */
export const migrations = texts('server/database/migrations').map(({ name, text }) => ({ name, sql: text }))
const definitions = ['catalogue/protocols', 'catalogue/devices', 'catalogue/boards'].flatMap(texts)
const demos = texts('catalogue/demo')
const open: { store: Store; directory: string }[] = []

function clock(): () => string {
  let second = 0
  return () => new Date(Date.UTC(2026, 0, 1, 0, 0, second++)).toISOString()
}

/** What a store is opened with, as the server does. */
export const shipped = { migrations, definitions, demo: demos }

/** A real database in a folder of its own, with the demo builds; its clock goes on by a second with each look. */
export function freshStore(
  directory = mkdtempSync(join(tmpdir(), 'ypodoma-store-')),
  now = clock(),
): Store & { directory: string } {
  const store = openStore({ directory, migrations, definitions, demo: demos, now })
  open.push({ store, directory })
  return { ...store, directory }
}

/** A store as those who save ask for it, where no keeper is. */
export function keptBy(store: Store): Kept {
  return { generation: 0, reading: () => store, change: (run) => run(store) }
}

/** Closes and removes all that was opened. */
export function removeStores(): void {
  for (const { store, directory } of open.splice(0)) {
    if (store.connection.open) store.connection.close()
    rmSync(directory, { recursive: true, force: true })
  }
}
