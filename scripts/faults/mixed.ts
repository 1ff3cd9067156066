// Ten minutes of mixed use with all of it under way: editors save, a reader asks for all it can, backups are made and gone back
// to, the data file is taken away, and things that are no board answer at ports. Nothing acknowledged may be lost.
import { existsSync, rmSync } from 'node:fs'
import { createServer, type AddressInfo } from 'node:net'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { applyEdit, type Plan } from '#core/plan'
import { paperParts } from '#core/documents'
import { backupFolder, backupsIn } from '../../server/database/backup'
import { allocated } from '../../tests/helpers/plans'
import { ask, put, removeServer, type Answered } from '../../tests/browser/servers'
import { guardedServer } from './guarded'
import { memoryOf, quantile, tell } from './figures'

const seconds = Number(process.env.DURATION ?? 600)
const { server, editor, reader } = await guardedServer()
const { directory } = server
const until = Date.now() + seconds * 1000
const pause = (milliseconds: number) => new Promise((resolve) => setTimeout(resolve, milliseconds))
const statuses = new Map<string, number>()
const faults: string[] = []

/** Asks, and counts what is answered. */
async function counted(name: string, asked: Promise<Answered>): Promise<Answered> {
  const answer = await asked
  const { status, headers, text } = answer
  statuses.set(`${name} ${status}`, (statuses.get(`${name} ${status}`) ?? 0) + 1)
  if (status > 503 || (status >= 500 && status < 503)) faults.push(`${name} ${status}: ${text.slice(0, 100)}`)
  if (status === 503 && !headers['retry-after']) faults.push(`${name} 503 without its time`)
  return answer
}
const post = (name: string, path: string, body: unknown, who = editor) => counted(name, put(server, 'POST', path, body, who))

const acknowledged: string[] = []
const times: number[] = []

/** An editor whose every save has a note, by which it is found again. */
async function edits(who: string, id: string): Promise<void> {
  for (let turn = 0; Date.now() < until; turn += 1) {
    await pause(400)
    const loaded = await counted('load', ask(server, { path: `/api/builds/${id}`, headers: editor }))
    if (loaded.status !== 200) continue
    const { build, plan } = JSON.parse(loaded.text) as { build: { version: number }; plan: Plan }
    const note = `${who} ${turn}`
    const edit = { type: 'plan.note' as const, note }
    const body = {
      base: build.version,
      plan: applyEdit(plan, edit),
      edits: [edit],
      steps: ['Note'],
      note,
      saveId: `save-${who}-${turn}`,
    }
    const start = performance.now()
    const { status } = await counted('save', put(server, 'PUT', `/api/builds/${id}`, body, editor))
    times.push(performance.now() - start)
    if (status === 200) acknowledged.push(note)
  }
}

const plan = allocated('spillway-hex')
const layers = { main: true, signal: true, video: true, supply: true, ground: true }
const heavy: [string, string, unknown][] = [
  ['papers', '/api/papers', { plan, parts: Object.keys(paperParts), layers, paper: 'A3' }],
  ['papers', '/api/papers', { plan: { ...plan, devices: [] }, parts: ['drawing'], layers, paper: 'A4' }],
  ['8 MB', '/api/templates/render', { file: `{"a":[${'1,'.repeat(3_900_000)}1]}` }],
  ['pattern', '/api/board/pasted', { plan, text: `${'a'.repeat(60)}\n`.repeat(2000), pattern: '^(?<key>(a+)+)(?<value>b)$' }],
  [
    'template',
    '/api/templates/render',
    { plan, text: '{% for a in (1..9999) %}{% for b in (1..9999) %}{{ a }}{% endfor %}{% endfor %}' },
  ],
]
async function greedily(at: number): Promise<void> {
  for (let turn = at; Date.now() < until; turn += 1) {
    const [name, path, body] = heavy[turn % heavy.length]!
    const { status, headers } = await post(name, path, body, reader)
    await pause(status === 503 ? 1000 * Number(headers['retry-after'] ?? 1) : 200)
  }
}

async function copies(): Promise<void> {
  const first = JSON.parse((await post('backup', '/api/backups', {})).text) as { name: string }
  for (let turn = 0; Date.now() < until - 15_000; turn += 1) {
    await pause(12_000)
    await Promise.all(Array.from({ length: 3 }, () => post('backup', '/api/backups', {})))
    const restore = () => post('restore', `/api/backups/${first.name}/restore`, {})
    if (turn % 2) await Promise.all([restore(), restore()])
  }
}

async function takeAway(): Promise<void> {
  for (let turn = 0; Date.now() < until - 15_000; turn += 1) {
    await pause(17_000)
    for (const end of [[''], ['-wal'], ['', '-wal', '-shm']][turn % 3]!)
      rmSync(join(directory, `ypodoma.sqlite${end}`), { force: true })
  }
}

async function boards(): Promise<void> {
  const answers = ['null\n', 'HTTP/1.1 400\r\n\r\n', `${'x'.repeat(400_000)}\n`, '{"jsonrpc":"2.0","id":1,"result":null}\n', '']
  for (let turn = 0; Date.now() < until; turn += 1) {
    const listening = createServer((socket) => {
      socket.on('error', () => undefined)
      socket.on('data', () => socket.write(answers[turn % answers.length]!))
    })
    await new Promise<void>((done) => listening.listen(0, '127.0.0.1', done))
    const { port } = listening.address() as AddressInfo
    await post('board', '/api/board/read', { port, plan })
    await post('board by a reader', '/api/board/display', { port, columns: 30, rows: 13, bytes: [] }, reader)
    listening.close()
    await pause(3000)
  }
}

const memory: number[] = []
const watch = setInterval(() => void memoryOf(server.process.pid!).then(({ now }) => memory.push(now)), 1000)
await Promise.all([
  edits('one', 'culvert-scout'),
  edits('two', 'fellside-mapper'),
  ...Array.from({ length: 6 }, (_, at) => greedily(at)),
  copies(),
  takeAway(),
  boards(),
])
clearInterval(watch)
await server.end()
const kept = new Set<string>()
const files = backupsIn(directory).map(({ name }) => join(backupFolder(directory), name))
for (const file of [...files, join(directory, 'ypodoma.sqlite')].filter((each) => existsSync(each))) {
  const connection = new Database(file, { readonly: true })
  for (const { note } of connection.prepare<[], { note: string }>('SELECT note FROM versions').all()) kept.add(note)
  connection.close()
}
const lost = acknowledged.filter((note) => !kept.has(note))
tell('minutes', (seconds / 60).toFixed(1))
tell(
  'answers',
  [...statuses]
    .sort()
    .map(([what, count]) => `${what}: ${count}`)
    .join(', '),
)
tell('answers of 5xx but 503 with its time', faults.length ? faults.slice(0, 3).join(' | ') : 0, !faults.length)
tell(
  'saves acknowledged, and those of them that are in no copy',
  `${acknowledged.length}, ${lost.length}${lost.length ? ` (${lost.slice(0, 3).join(', ')})` : ''}`,
  !lost.length && acknowledged.length > seconds / 4,
)
tell('a save, median and 95 %, ms', `${quantile(times, 0.5).toFixed(0)}, ${quantile(times, 0.95).toFixed(0)}`)
const third = Math.floor(memory.length / 3)
const [early, late] = [memory.slice(0, 2 * third).slice(third), memory.slice(-third)].map((part) => quantile(part, 0.5)) as [
  number,
  number,
]
tell(
  'memory of the server in the second and the last third, median, and most, MB',
  `${early.toFixed(0)}, ${late.toFixed(0)}, ${Math.max(...memory).toFixed(0)}`,
  late < early * 1.2,
)
await removeServer(server)
