// The data file, its log, its lock or its folder is taken away or exchanged while the server runs, and then the server is killed.
import { copyFileSync, existsSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs'
import { spawnSync } from 'node:child_process'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { ask, put, removeServer, startServer, type OwnServer } from '../../tests/browser/servers'
import { tell } from './figures'

const outside = mkdtempSync(join(tmpdir(), 'ypodoma-outside-'))
/** A whole database of another server, to be put in the place of the data. */
const other = await startServer()
await other.end()
const foreign = join(outside, 'foreign.sqlite')
copyFileSync(join(other.directory, 'ypodoma.sqlite'), foreign)
rmSync(other.directory, { recursive: true })

const ways: Record<string, (file: string, directory: string) => void> = {
  'file deleted': (file) => rmSync(file),
  'file, log and index deleted': (file) => ['', '-wal', '-shm'].forEach((end) => rmSync(file + end, { force: true })),
  'log deleted': (file) => rmSync(`${file}-wal`, { force: true }),
  'file moved away': (file) => renameSync(file, `${file}.moved`),
  'folder moved away': (_, directory) => renameSync(directory, join(outside, `moved-${Math.random()}`)),
  'another database moved in its place': (file) => {
    copyFileSync(foreign, `${file}.new`)
    renameSync(`${file}.new`, file)
  },
  'another database copied over it': (file) => copyFileSync(foreign, file),
  'an empty file in its place': (file) => {
    rmSync(file)
    writeFileSync(file, '')
  },
  'lock deleted': (_, directory) => rmSync(join(directory, 'ypodoma.lock'), { force: true }),
}
const save = (server: OwnServer, tag: string) => put(server, 'PUT', '/api/builds/spillway-hex/tags', { tags: [tag] })
const tagsOf = async (server: OwnServer) => {
  const { text, status } = await ask(server, { path: '/api/builds/spillway-hex' })
  return status === 200 ? ((JSON.parse(text) as { build: { tags: string[] } }).build.tags[0] ?? '') : `answer ${status}`
}

for (const [way, take] of Object.entries(ways)) {
  const server = await startServer()
  const { directory } = server
  let acknowledged = ''
  const asked: number[] = []
  for (let turn = 0; turn < 6; turn += 1) {
    if (turn === 3) take(join(directory, 'ypodoma.sqlite'), directory)
    const { status } = await save(server, `tag-${turn}`)
    asked.push(status)
    if (status === 200) acknowledged = `tag-${turn}`
  }
  await server.end('SIGKILL')
  const next = await startServer({}, directory)
  const found = existsSync(directory) ? await tagsOf(next) : 'no folder'
  const health = JSON.parse((await ask(next, { path: '/api/health' })).text) as { trouble?: { kind: string } }
  // What was written over in place cannot be had back; it must be said, and no fresh data may stand there.
  const honest = found === acknowledged || (asked.slice(3).every((status) => status !== 200) && found !== '')
  const saidSo = way.startsWith('another database copied') && asked.slice(3).every((status) => status === 503)
  tell(
    way,
    `${asked.join(' ')}; last acknowledged ${acknowledged}, then there ${found || 'nothing'}${health.trouble ? `, ${health.trouble.kind}` : ''}`,
    honest || saidSo,
  )
  await removeServer(next)
}

const server = await startServer()
await save(server, 'mine')
const fresh = spawnSync('node', ['scripts/demo.mjs', '--fresh', '--port', String(server.port + 1), '--data', server.directory], {
  encoding: 'utf8',
  timeout: 60_000,
})
const left = await save(server, 'mine still')
tell(
  'demo --fresh beside a running server',
  `exit ${fresh.status}: ${(fresh.stderr || '').trim().split('\n')[0]}`,
  fresh.status === 1,
)
tell('that server afterwards', left.status, left.status === 200 && (await tagsOf(server)) === 'mine still')
await removeServer(server)
rmSync(outside, { recursive: true })
