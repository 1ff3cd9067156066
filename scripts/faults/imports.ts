// 10 000 changed imports at a server: plans, boards, devices, YAML, pad tables, libraries.
import { parse, stringify } from 'yaml'
import { InputError, libraryFile, padTableCsv, withPadTable } from '#core/schema'
import { drawing } from '../../tests/helpers/random-packing'
import { mutate, type Tree } from '../../tests/helpers/mutate'
import { allocated, library } from '../../tests/helpers/plans'
import { ask, put, removeServer, startServer } from '../../tests/browser/servers'
import { memoryOf, quantile, tell } from './figures'

const times = Number(process.env.TIMES ?? 10_000)
const draw = drawing(11)
const plans = [allocated('culvert-scout'), allocated('spillway-hex')] as unknown as Tree[]
const definitions = [...Object.values(library.boards), ...Object.values(library.devices)] as unknown as Tree[]
const server = await startServer({ YPODOMA_DEMO: 'off' })

/** Bytes changed, taken out or doubled, as a bad disk or a careless hand does it. */
function torn(text: string): string {
  const at = draw.below(text.length)
  const length = draw.below(40)
  const way = draw.below(4)
  if (way === 0) return text.slice(0, at)
  if (way === 1) return text.slice(0, at) + text.slice(at + length)
  if (way === 2) return text.slice(0, at) + text.slice(at, at + length).repeat(2 + draw.below(50)) + text.slice(at + length)
  return text.slice(0, at) + String.fromCharCode(draw.below(300)) + text.slice(at + 1)
}

const kinds = {
  plan: (seed: number) => ['/api/builds', { file: JSON.stringify(mutate(draw.of(plans), seed, 0.4)) }],
  tornPlan: () => ['/api/builds', { file: torn(JSON.stringify(draw.of(plans))) }],
  definition: (seed: number) => [
    '/api/definitions',
    { file: JSON.stringify(mutate(draw.of(definitions), seed, 0.4)), there: 'replace' },
  ],
  yaml: (seed: number) => ['/api/definitions', { file: stringify(mutate(draw.of(definitions), seed, 0.4)), there: 'replace' }],
  tornYaml: () => ['/api/definitions', { file: torn(stringify(draw.of(definitions))), there: 'keep' }],
  library: (seed: number) => {
    const some = [draw.of(definitions), draw.of(definitions), mutate(draw.of(definitions), seed, 0.4)]
    return ['/api/definitions', { file: JSON.stringify(libraryFile(some as never)), there: 'replace' }]
  },
} satisfies Record<string, (seed: number) => [string, object] | (string | object)[]>

const milliseconds: number[] = []
const statuses = new Map<string, number>()
let faults = 0
let silent = 0
let at = 0
const names = Object.keys(kinds) as (keyof typeof kinds)[]

async function one(seed: number): Promise<void> {
  const name = names[seed % names.length]!
  const [path, body] = kinds[name](seed) as [string, object]
  const start = performance.now()
  const { status, text } = await put(server, 'POST', path, body)
  milliseconds.push(performance.now() - start)
  const key = `${status}`
  statuses.set(key, (statuses.get(key) ?? 0) + 1)
  if (status >= 500) faults += 1
  if (status >= 400 && !(JSON.parse(text) as { data?: { message?: string } }).data?.message) silent += 1
}

/** Pad tables are read in the page, by the core. */
let tables = 0
for (let seed = 0; seed < times / 10; seed += 1) {
  const board = draw.of(Object.values(library.boards))
  try {
    withPadTable(board, torn(padTableCsv(board)))
  } catch (error) {
    if (!(error instanceof InputError)) tables += 1
  }
}

const line = async () => {
  while (at < times) await one((at += 1))
}
const most = { now: 0, most: 0 }
const watch = setInterval(() => void memoryOf(server.process.pid!).then((found) => Object.assign(most, found)), 500)
await Promise.all(Array.from({ length: 4 }, line))
clearInterval(watch)
const alive = (await ask(server, { path: '/api/health' })).status
parse('a: 1')
tell('imports', times)
tell(
  'answers',
  [...statuses]
    .sort()
    .map(([status, count]) => `${count} × ${status}`)
    .join(', '),
)
tell('answers of 5xx', faults, faults === 0)
tell('refusals without words', silent, silent === 0)
tell('pad tables that threw', tables, tables === 0)
tell('longest answer, four at a time, ms', Math.max(...milliseconds).toFixed(0), Math.max(...milliseconds) < 1000)
tell('median and 99 %, ms', `${quantile(milliseconds, 0.5).toFixed(1)}, ${quantile(milliseconds, 0.99).toFixed(0)}`)
tell('memory of the server, most, MB', most.most.toFixed(0), most.most < 400)
tell('still well', alive, alive === 200)
if (faults) process.stdout.write(server.errors().slice(0, 3000))
await removeServer(server)
