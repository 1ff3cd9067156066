// One reader asks for 200 papers, four bodies of 8 MB and 20 patterns that backtrack without end, again and again, while an
// editor saves: how long a save takes then, and how much memory the server does.
import { spawn } from 'node:child_process'
import { paperParts } from '#core/documents'
import { allocated } from '../../tests/helpers/plans'
import { ask, removeServer } from '../../tests/browser/servers'
import { guardedServer } from './guarded'
import { memoryOf, quantile, tell } from './figures'

const seconds = Number(process.env.DURATION ?? 60)
const { server, editor, reader } = await guardedServer()
const { port } = server
const plan = allocated('spillway-hex')
interface Saves {
  milliseconds: number[]
  statuses: number[]
}
const layers = { main: true, signal: true, video: true, supply: true, ground: true }
const counts = new Map<string, number>()
let until = Date.now() + seconds * 1000
const silent: string[] = []

async function greedily(name: string, path: string, body: string): Promise<void> {
  while (Date.now() < until) {
    const { status, text, headers } = await ask(server, {
      method: 'POST',
      path,
      headers: { 'content-type': 'application/json', ...reader },
      body,
    }).catch(() => ({
      status: 0,
      text: '',
      headers: {} as Record<string, string>,
    }))
    counts.set(`${name} ${status}`, (counts.get(`${name} ${status}`) ?? 0) + 1)
    if (status === 503 && !/[Tt]ry again in/.test(text)) silent.push(text.slice(0, 100))
    if (status >= 500 && status !== 503) silent.push(`${name} ${status}`)
    await new Promise((resolve) =>
      setTimeout(resolve, status === 503 ? Number(process.env.PATIENCE ?? 1000) * Number(headers['retry-after'] ?? 1) : 20),
    )
  }
}

/** An editor in a process of its own, so that what this one does is not counted as waiting. */
async function savesFor(duration: number): Promise<Saves> {
  const child = spawn('node', ['--import', 'tsx', 'scripts/faults/saver.ts', String(port), String(duration), editor.cookie], {
    stdio: ['ignore', 'pipe', 'inherit'],
    env: { ...process.env, TSX_TSCONFIG_PATH: 'tsconfig.tools.json' },
  })
  let text = ''
  child.stdout.on('data', (chunk: Buffer) => (text += chunk.toString()))
  await new Promise((resolve) => child.once('exit', resolve))
  return JSON.parse(text) as Saves
}

const calm = await savesFor(8)
tell(
  'saves while nobody else asks, median and 95 %, ms',
  `${quantile(calm.milliseconds, 0.5).toFixed(0)}, ${quantile(calm.milliseconds, 0.95).toFixed(0)}`,
)

until = Date.now() + seconds * 1000
let most = 0
const watch = setInterval(() => void memoryOf(server.process.pid!).then(({ now }) => (most = Math.max(most, now))), 250)
const large = JSON.stringify({ file: `{"a":[${'1,'.repeat(3_900_000)}1]}` })
const pattern = JSON.stringify({ plan, text: `${'a'.repeat(60)}\n`.repeat(2000), pattern: '^(?<key>(a+)+)(?<value>b)$' })
const papers = JSON.stringify({ plan, parts: Object.keys(paperParts), layers, paper: 'A3' })
const many = (kind: string, count: number) => ((process.env.KINDS ?? 'papers,bodies,patterns').includes(kind) ? count : 0)
const all = [
  ...Array.from({ length: many('papers', 200) }, () => greedily('papers', '/api/papers', papers)),
  ...Array.from({ length: many('bodies', 4) }, () => greedily('8 MB', '/api/templates/render', large)),
  ...Array.from({ length: many('patterns', 20) }, () => greedily('pattern', '/api/board/pasted', pattern)),
]
await new Promise((resolve) => setTimeout(resolve, 1500))
const told = await savesFor(seconds)
await Promise.all(all)
clearInterval(watch)
tell(
  'what the reader was answered',
  [...counts]
    .sort()
    .map(([what, count]) => `${what}: ${count}`)
    .join(', '),
)
tell('refusals without a time to try again, and faults', silent.length ? silent.slice(0, 3).join(' | ') : 0, !silent.length)
tell(
  'saves meanwhile, and those that were not taken',
  `${told.statuses.length}, ${told.statuses.filter((status) => status !== 200).length}`,
  told.statuses.every((status) => status === 200),
)
const p95 = quantile(told.milliseconds, 0.95)
tell(
  'saves meanwhile, median, 95 % and most, ms',
  `${quantile(told.milliseconds, 0.5).toFixed(0)}, ${p95.toFixed(0)}, ${Math.max(...told.milliseconds).toFixed(0)}`,
  p95 < 300,
)
tell('memory of the server, most, MB', most.toFixed(0), most < 600)
await removeServer(server)
