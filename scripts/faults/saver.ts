// An editor who saves a note twice a second, and prints how long each save took and what it was answered, as JSON: saver.ts PORT SECONDS COOKIE
import { applyEdit, type Plan } from '#core/plan'
import { ask, put } from '../../tests/browser/servers'

const [port, seconds, cookie] = [Number(process.argv[2]), Number(process.argv[3]), process.argv[4] ?? '']
const server = { port }
const headers = { cookie }
const told = { milliseconds: [] as number[], statuses: [] as number[] }
const loaded = JSON.parse((await ask(server, { path: '/api/builds/culvert-scout', headers })).text) as {
  build: { version: number }
  plan: Plan
}
let { plan } = loaded
let base = loaded.build.version
const until = Date.now() + seconds * 1000
for (let turn = 0; Date.now() < until; turn += 1) {
  const note = `note ${turn} on ${base}`
  const next = applyEdit(plan, { type: 'plan.note', note })
  const body = { base, plan: next, edits: [{ type: 'plan.note', note }], steps: ['Note'], saveId: `save-${base}-${Date.now()}` }
  const start = performance.now()
  const { status, text } = await put(server, 'PUT', '/api/builds/culvert-scout', body, headers)
  told.milliseconds.push(performance.now() - start)
  told.statuses.push(status)
  if (status === 200) {
    base = (JSON.parse(text) as { version: number }).version
    plan = next
  }
  await new Promise((resolve) => setTimeout(resolve, 500))
}
process.stdout.write(JSON.stringify(told))
