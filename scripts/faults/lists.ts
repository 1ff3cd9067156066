// 1 000 builds of 20 versions each: the list, its first row on the screen, and what versions take on the disk.
import { statSync } from 'node:fs'
import { chromium } from '@playwright/test'
import { briefOf } from '#core/engine'
import { applyEdit, type Edit, type Plan } from '#core/plan'
import { databaseFile } from '../../server/database/open'
import { openStore } from '../../server/database/store'
import { drawing } from '../../tests/helpers/random-packing'
import { allocated } from '../../tests/helpers/plans'
import { shipped } from '../../tests/helpers/store'
import { ask, removeServer, startServer } from '../../tests/browser/servers'
import { chromiumOptions } from '../lib/chromium.mjs'
import { quantile, tell } from './figures'

const server = await startServer({ YPODOMA_DEMO: 'off' })
await server.end()
const draw = drawing(5)
const store = openStore({ ...shipped, demo: [], directory: server.directory })
const plans = [allocated('spillway-hex'), allocated('culvert-scout'), allocated('fellside-mapper')]
const brief = plans.map(briefOf)

function change(plan: Plan): Edit {
  const { id } = draw.of(plan.devices)
  return draw.of<Edit>([
    { type: 'device.rename', device: id, name: `Name ${draw.below(10_000)}` },
    { type: 'spot.set', part: id, spot: { x: draw.below(100), y: draw.below(100) } },
  ])
}

function fill(id: string, of: number, versions: number): Plan {
  let plan = { ...plans[of]!, name: `${plans[of]!.name} ${id}` }
  store.builds.create(id, { plan, brief: brief[of], edits: [], steps: ['New'], author: 'a', note: '' })
  for (let base = 1; base < versions; base += 1) {
    const edit = change(plan)
    plan = applyEdit(plan, edit)
    store.builds.save(id, base, { plan, brief: brief[of], edits: [edit], steps: ['x'], author: 'a', note: '' })
  }
  return plan
}

const used = () => store.connection.prepare<[], { bytes: number }>(`SELECT sum(pgsize) AS bytes FROM dbstat`).get()!.bytes
const size = () => {
  store.connection.pragma('wal_checkpoint(TRUNCATE)')
  return statSync(databaseFile(server.directory)).size
}
void used
store.connection.pragma('synchronous = OFF')
const before = size()
const one = fill('many', 0, 200)
const after = size()
const plain = JSON.stringify(one).length
tell('200 versions of one build, in plans as JSON', ((after - before) / plain).toFixed(1), (after - before) / plain < 8)
for (let at = 0; at < 1000; at += 1) fill(`build-${at}`, at % 3, 20)
tell('1 000 builds of 20 versions, MB', (size() / 1e6).toFixed(0))
store.close()

const again = await startServer({ YPODOMA_DEMO: 'off' }, server.directory)
const times: number[] = []
let bytes = 0
for (let at = 0; at < 40; at += 1) {
  const start = performance.now()
  const { text } = await ask(again, { path: `/api/builds?limit=50&offset=${(at % 20) * 50}` })
  times.push(performance.now() - start)
  bytes = Math.max(bytes, text.length)
}
tell(
  'a page of the list, median and most, ms',
  `${quantile(times, 0.5).toFixed(1)}, ${Math.max(...times).toFixed(0)}`,
  quantile(times, 0.9) < 50,
)
tell('a page of the list, kB', (bytes / 1000).toFixed(0), bytes < 100_000)
const searched = performance.now()
await ask(again, { path: '/api/builds?search=build-77' })
tell('a search, ms', (performance.now() - searched).toFixed(0))

const browser = await chromium.launch(chromiumOptions)
const shown: number[] = []
// A browser just started, or a window just opened, is busy with itself for a moment; it is the page that is measured.
const blank = await browser.newPage()
await blank.waitForTimeout(5000)
for (let at = 0; at < 5; at += 1) {
  const page = await browser.newPage()
  await page.waitForTimeout(1500)
  const start = performance.now()
  await page.goto(again.address, { waitUntil: 'commit' })
  await page.locator('tbody tr').first().waitFor()
  shown.push(performance.now() - start)
  await page.close()
}
await browser.close()
tell('first row on the screen, median, ms', quantile(shown, 0.5).toFixed(0), quantile(shown, 0.5) < 1000)
await removeServer(again)
