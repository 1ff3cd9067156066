// How long others wait while one asks for the heaviest things there are, and whether these end within their limits.
import { spawn } from 'node:child_process'
import { adopt } from '#core/engine'
import { layOut, solveProblem, within } from '#core/allocation'
import { resolvePlan } from '#core/plan'
import { libraryFile } from '#core/schema'
import { largestPlan } from '../../tests/helpers/largest'
import { library } from '../../tests/helpers/plans'
import { put, removeServer, startServer } from '../../tests/browser/servers'
import { quantile, tell } from './figures'

const server = await startServer()
const pinger = spawn('node', ['--import', 'tsx', 'scripts/faults/pinger.ts', String(server.port)], {
  stdio: ['ignore', 'pipe', 'inherit'],
  env: { ...process.env, TSX_TSCONFIG_PATH: 'tsconfig.tools.json' },
})
let heard = ''
pinger.stdout.on('data', (chunk: Buffer) => (heard += chunk.toString()))
while (!heard.includes('begun')) await new Promise((resolve) => setTimeout(resolve, 50))

const large = largestPlan(60, 240)
const start = performance.now()
const problem = layOut(resolvePlan(large))
tell('laying out the largest plan, first time, ms', (performance.now() - start).toFixed(0))
const again = performance.now()
layOut(resolvePlan(large))
tell('laying out the largest plan, ms', (performance.now() - again).toFixed(0), performance.now() - again < 1000)
const allocated = adopt(large, solveProblem(problem, large, within(1000, Date.now)))
const many = Array.from({ length: 400 }, (_, at) => ({ ...Object.values(library.devices)[at % 40]!, id: `copy-${at}` }))
const heavy: [string, string, object][] = [
  ['a body of 8 MB', '/api/builds', { file: `{"a":[${'1,'.repeat(3_900_000)}1]}` }],
  ['a plan as large as may be', '/api/builds', { file: JSON.stringify(allocated) }],
  [
    'its drawing as PDF',
    '/api/papers',
    {
      plan: allocated,
      parts: ['drawing', 'wires', 'making'],
      layers: { main: true, signal: true, video: true, supply: true, ground: true },
      paper: 'A3',
    },
  ],
  ['400 definitions', '/api/definitions', { file: JSON.stringify(libraryFile(many)), there: 'replace' }],
  ['YAML of 60 000 keys', '/api/definitions', { file: Array.from({ length: 60_000 }, (_, at) => `k${at}: ${at}`).join('\n') }],
]
for (const [name, path, body] of heavy) {
  const times: number[] = []
  let status = 0
  for (let turn = 0; turn < 4; turn += 1) {
    const from = performance.now()
    status = (await put(server, 'POST', path, body)).status
    times.push(performance.now() - from)
  }
  tell(
    `${name}: ${status}, median and most, ms`,
    `${quantile(times, 0.5).toFixed(0)}, ${Math.max(...times).toFixed(0)}`,
    status < 500,
  )
}
pinger.kill()
while (!heard.trim().endsWith(']')) await new Promise((resolve) => setTimeout(resolve, 50))
const waits = JSON.parse(heard.trim().split('\n').at(-1)!) as number[]
tell('others meanwhile, answers', waits.length)
tell(
  'others meanwhile, median, 95 % and most, ms',
  [0.5, 0.95, 1].map((share) => quantile(waits, share).toFixed(0)).join(', '),
  quantile(waits, 0.95) < 100,
)
await removeServer(server)
