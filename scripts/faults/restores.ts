// Backups and restores asked for all at once, beside saves: nothing that was there may be lost, and nothing may fail but with 503.
import { existsSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { backupFolder, backupsIn } from '../../server/database/backup'
import { ask, put, removeServer, startServer } from '../../tests/browser/servers'
import { tell } from './figures'

const server = await startServer()
const tag = (text: string) => put(server, 'PUT', '/api/builds/spillway-hex/tags', { tags: [text] })
const status = ({ status: code }: { status: number }) => code
const count = (codes: number[]) =>
  [...new Set(codes)].map((code) => `${codes.filter((each) => each === code).length} × ${code}`).join(', ')

const made = await Promise.all(Array.from({ length: 6 }, () => put(server, 'POST', '/api/backups', {})))
tell(
  'six backups within a second',
  count(made.map(status)),
  made.every(({ status: code }) => code === 201),
)
const named = new Set(made.map(({ text }) => (JSON.parse(text) as { name?: string }).name))
tell('names they have', named.size, named.size === 6)
const health = JSON.parse((await ask(server, { path: '/api/health' })).text) as { writable: boolean }
tell('writable after it', String(health.writable), health.writable)

/** Tags of the hex in every copy there is, and in the data. */
function tagsKept(): Set<string> {
  const files = [...backupsIn(server.directory).map(({ name }) => join(backupFolder(server.directory), name))]
  const kept = new Set<string>()
  for (const file of [...files, join(server.directory, 'ypodoma.sqlite')].filter((each) => existsSync(each))) {
    const connection = new Database(file, { readonly: true })
    const row = connection.prepare<[], { tags: string }>(`SELECT tags FROM builds WHERE id = 'spillway-hex'`).get()
    for (const each of JSON.parse(row?.tags ?? '[]') as string[]) kept.add(each)
    connection.close()
  }
  return kept
}

const [backup] = backupsIn(server.directory)
const restore = () => put(server, 'POST', `/api/backups/${backup!.name}/restore`, {})
const rounds = Number(process.env.TIMES ?? 15)
const restored: number[] = []
let lost = 0
for (let round = 0; backup && round < rounds; round += 1) {
  await tag(`before-${round}`)
  restored.push(...(await Promise.all([restore(), restore()])).map(status))
  if (!tagsKept().has(`before-${round}`)) lost += 1
}
tell('two restores at once, again and again', count(restored), restored.every((code) => code === 200) && restored.length > 0)
tell('what was there before them and is in no copy', lost, lost === 0)

// Restoring while others save.
const codes: number[] = []
let saving = true
const saver = async (who: number) => {
  for (let turn = 0; saving; turn += 1) codes.push(status(await tag(`${who}-${turn}`)))
}
const editor = async () => {
  for (let turn = 0; saving; turn += 1) {
    const { build, plan } = JSON.parse((await ask(server, { path: '/api/builds/culvert-scout' })).text) as {
      build: { version: number }
      plan: object
    }
    const note = `note ${turn}`
    const body = { base: build.version, plan: { ...plan, note }, edits: [{ type: 'plan.note', note }], steps: ['Note'] }
    codes.push(status(await put(server, 'PUT', '/api/builds/culvert-scout', body)))
  }
}
const all = [saver(1), saver(2), editor(), editor()]
const during: number[] = []
for (let at = 0; backup && at < 10; at += 1) during.push(status(await restore()))
saving = false
await Promise.all(all)
tell(
  'restores while others save',
  count(during),
  during.every((code) => code === 200),
)
tell(
  'what the others were answered',
  count(codes),
  codes.every((code) => code < 500 || code === 503),
)
await removeServer(server)
