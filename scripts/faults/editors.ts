// 50 editors for a minute, each an edit a second: on one build, then each on one of its own.
import { applyEdit, rebase, stepTo, type Edit, type Plan } from '#core/plan'
import { demo } from '../../tests/helpers/plans'
import { ask, put, removeServer, startServer, type OwnServer } from '../../tests/browser/servers'
import { memoryOf, quantile, tell } from './figures'

const seconds = Number(process.env.DURATION ?? 60)
const editors = 50

interface Figures {
  milliseconds: number[]
  acknowledged: number
  merged: number
  refused: number
  faults: number
}

async function build(server: OwnServer): Promise<string> {
  const { text } = await put(server, 'POST', '/api/builds', { file: JSON.stringify(demo('spillway-hex')) })
  return (JSON.parse(text) as { id: string }).id
}

/** Works on a build as a page does: on 409 its steps go on top of what came in first. */
async function edit(server: OwnServer, id: string, who: number, until: number, figures: Figures): Promise<string[]> {
  // People do not all press a key at the same moment.
  await new Promise((resolve) => setTimeout(resolve, (who * 1000) / editors))
  const loaded = JSON.parse((await ask(server, { path: `/api/builds/${id}` })).text) as { build: { version: number }; plan: Plan }
  let { plan } = loaded
  let base = loaded.build.version
  const done: string[] = []
  for (let turn = 0; Date.now() < until; turn += 1) {
    const start = Date.now()
    const label = `${who}.${turn}`
    const wanted: Edit = { type: 'spot.set', part: plan.devices[who % plan.devices.length]!.id, spot: { x: who, y: turn } }
    const step = stepTo(plan, applyEdit(plan, wanted), label)
    for (let tries = 0; ; tries += 1) {
      const next = applyEdit(plan, wanted)
      const sent = performance.now()
      const { status, text } = await put(server, 'PUT', `/api/builds/${id}`, {
        base,
        plan: next,
        edits: [wanted],
        steps: [label],
        author: `editor ${who}`,
        saveId: `editor-${who}-${turn}-${tries}`,
      })
      figures.milliseconds.push(performance.now() - sent)
      if (status === 200) {
        base = (JSON.parse(text) as { version: number }).version
        plan = next
        figures.acknowledged += 1
        done.push(label)
        break
      }
      if (status >= 500) figures.faults += 1
      if (status !== 409) break
      figures.merged += 1
      const answer = JSON.parse(text) as { newest: number; plan: Plan }
      const { refused } = rebase(answer.plan, [step])
      if (refused.length) {
        figures.refused += 1
        break
      }
      plan = answer.plan
      base = answer.newest
      // As a person settles a conflict, a moment later; without it fifty would only ever be first by luck.
      await new Promise((resolve) => setTimeout(resolve, 20 + ((who * 37 + tries * 101) % 400)))
      if (Date.now() > until + 20_000) break
    }
    await new Promise((resolve) => setTimeout(resolve, Math.max(0, 1000 - (Date.now() - start))))
  }
  return done
}

/** Steps of all versions of a build. */
async function stepsOf(server: OwnServer, id: string): Promise<Set<string>> {
  const steps = new Set<string>()
  for (let below = Number.MAX_SAFE_INTEGER; ;) {
    const { text } = await ask(server, { path: `/api/builds/${id}/versions?limit=200&below=${below}` })
    const page = JSON.parse(text) as { number: number; steps: string[] }[]
    for (const version of page) for (const step of version.steps) steps.add(step)
    if (page.length < 200) return steps
    below = page.at(-1)!.number
  }
}

async function measure(name: string, many: boolean): Promise<void> {
  const server = await startServer({ YPODOMA_DEMO: 'off' })
  const ids = await Promise.all(Array.from({ length: many ? editors : 1 }, () => build(server)))
  const figures: Figures = { milliseconds: [], acknowledged: 0, merged: 0, refused: 0, faults: 0 }
  const until = Date.now() + seconds * 1000
  const done = await Promise.all(
    Array.from({ length: editors }, (_, who) => edit(server, ids[who % ids.length]!, who, until, figures)),
  )
  const kept = await Promise.all(ids.map((id) => stepsOf(server, id)))
  const lost = done.flatMap((labels, who) => labels.filter((label) => !kept[who % ids.length]!.has(label))).length
  const { milliseconds } = figures
  tell(`${name}: saves acknowledged`, figures.acknowledged, figures.acknowledged > seconds)
  tell(`${name}: put on top of another’s, refused by their place`, `${figures.merged}, ${figures.refused}`)
  tell(`${name}: acknowledged and not there`, lost, lost === 0)
  tell(`${name}: answers of 5xx`, figures.faults, figures.faults === 0)
  tell(
    `${name}: median and 95 % of an answer, ms`,
    `${quantile(milliseconds, 0.5).toFixed(0)}, ${quantile(milliseconds, 0.95).toFixed(0)}`,
    quantile(milliseconds, 0.95) < 150,
  )
  tell(`${name}: memory of the server, most, MB`, (await memoryOf(server.process.pid!)).most.toFixed(0))
  await removeServer(server)
}

await measure('on one build', false)
await measure('on fifty', true)
