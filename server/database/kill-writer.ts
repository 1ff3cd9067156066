import { readdirSync, readFileSync } from 'node:fs'
import { openDatabase } from './open'
import { buildRepository } from './builds'

/** Saves one version of a demo build after another and tells each number once it is saved, until it is ended. */
const folder = 'server/database/migrations'
const migrations = readdirSync(folder).map((name) => ({ name, sql: readFileSync(`${folder}/${name}`, 'utf8') }))
const connection = openDatabase(process.argv[2]!, migrations)
const builds = buildRepository(connection, () => new Date().toISOString())
const plan = builds.plan('spillway-hex', 1)!
for (let base = builds.find('spillway-hex')!.version; ; base += 1) {
  builds.save('spillway-hex', base, {
    plan: { ...plan, note: `version ${base + 1}` },
    edits: [{ type: 'plan.note', note: `version ${base + 1}` }],
    steps: [`Save ${base + 1}`],
    author: 'writer',
    note: '',
  })
  process.stdout.write(`${base + 1}\n`)
}
