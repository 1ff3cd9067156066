import { chromium, type Page } from '@playwright/test'
import { chromiumOptions } from '../lib/chromium.mjs'
import { row } from './figures'

const address = process.env.YPODOMA_ADDRESS!
const browser = await chromium.launch(chromiumOptions)
const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

async function fresh(): Promise<Page> {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  // The script runner wraps functions in a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (one) => one')
  return page
}

/** Tells the page to note when what is awaited is painted for the first time. */
function notePainted(wanted: string): void {
  const page = globalThis as unknown as {
    painted?: number
    scheduler: { postTask: (run: () => void, how: { priority: 'user-blocking' }) => void }
  }
  const look = () => {
    if (!document.querySelector(wanted)?.getBoundingClientRect().height) return requestAnimationFrame(look)
    // What is asked for within a frame at this priority is run when that frame is done.
    page.scheduler.postTask(() => (page.painted = performance.now()), { priority: 'user-blocking' })
  }
  requestAnimationFrame(look)
}

/** Milliseconds from the start of loading an address until what is awaited there is painted, each with an empty cache, by turns. */
const opened: Record<'plain' | 'build' | 'findings', number[]> = { plain: [], build: [], findings: [] }
for (let turn = 0; turn < 9; turn += 1)
  for (const [kind, path, selector] of [
    ['plain', '/backups', 'main'],
    ['build', '/builds/spillway-hex/fit-out', '.devices'],
    ['findings', '/builds/spillway-hex/fit-out', '[data-testid=findings] .fact'],
  ] as const) {
    const page = await fresh()
    await page.addInitScript(notePainted, selector)
    await page.goto(`${address}${path}`)
    const painted = await page.waitForFunction(() => (globalThis as { painted?: number }).painted)
    opened[kind].push((await painted.jsonValue())!)
    await page.context().close()
  }
row('opening the plainest page, with an empty cache', opened.plain)
row('opening Spillway hex with an empty cache, to its devices', opened.build)
row('opening Spillway hex with an empty cache, to its findings', opened.findings)
const ratio = (times: number[]) => (median(times) / median(opened.plain)).toFixed(2)
console.log(`  ratios of the medians to the plainest page: ${ratio(opened.build)}, ${ratio(opened.findings)}`)

const page = await fresh()
await page.goto(`${address}/builds/spillway-hex/allocation`)
const allocate = page.getByRole('button', { name: 'Allocate', exact: true })
await allocate.waitFor({ timeout: 5000 }).then(
  () => allocate.click(),
  () => undefined,
)
await page.getByTestId('proposal').waitFor()
await page.getByRole('button', { name: 'Fit grid' }).click()

/** Presses a cell of the grid and waits until it says that it is locked, or that it is not any more. */
const press = (label: string, locked: boolean) =>
  page.evaluate(
    async ([wanted, want]) => {
      const cell = () =>
        [...document.querySelectorAll<HTMLButtonElement>('button.cell')].find(({ ariaLabel }) => ariaLabel?.startsWith(wanted))!
      const start = performance.now()
      cell().click()
      while (/current, locked/.test(cell().ariaLabel ?? '') !== want) await new Promise((done) => requestAnimationFrame(done))
      return performance.now() - start
    },
    [label, locked] as [string, boolean],
  )
const edits: number[] = []
for (let turn = 0; turn < 24; turn += 1) {
  const label = turn % 2 ? 'Text overlay on Port 1' : 'GNSS and compass on Port 1'
  await page.locator(`button.cell[aria-label^="${label}"]`).waitFor()
  edits.push(await press(label, true))
  await page.waitForTimeout(150)
  await press(label, false)
  await page.waitForTimeout(150)
}
row('Spillway hex: click on a lock to refreshed assignment and findings on screen', edits)

/** From a click to when what is looked at first is painted, and to when all of the view is. */
const switched = (from: string, heading: string, first: string, last: string) =>
  page.evaluate(
    async ([link, title, soon, late]) => {
      const start = performance.now()
      const painted = async (wanted: string) => {
        const there = () => document.querySelector('h1')?.textContent?.trim() === title && document.querySelector(wanted)
        do await new Promise((done) => requestAnimationFrame(done))
        while (!there() && performance.now() - start < 10_000)
        // A message posted within a frame comes when that is painted.
        const { port1, port2 } = new MessageChannel()
        await new Promise((done) => {
          port1.onmessage = done
          port2.postMessage('')
        })
        return performance.now() - start
      }
      document.querySelector<HTMLElement>(link)!.click()
      return [await painted(soon), await painted(late)]
    },
    [from, heading, first, last] as [string, string, string, string],
  )
const stages = {
  'fit-out': ['Fit-out', '.devices', '.stage-page canvas'],
  allocation: ['Allocation', '[data-testid=proposal]', '[data-testid=lanes], button.cell'],
  harness: ['Harness', '[data-testid=harness] .wire', '.stage-page tbody tr'],
  settings: ['Settings', '[data-testid=links] article', '[data-testid=links] article'],
  flight: ['Flight', '[data-testid=picture] .grid', '[data-testid=picture] .grid'],
}
await page.evaluate(() => {
  const kept = globalThis as typeof globalThis & { longTasks: number[] }
  kept.longTasks = []
  new PerformanceObserver((list) => kept.longTasks.push(...list.getEntries().map(({ duration }) => duration))).observe({
    type: 'longtask',
  })
})
const soon: Record<string, number[]> = {}
const whole: Record<string, number[]> = {}
for (let turn = 0; turn < 8; turn += 1)
  for (const [stage, [heading, first, last]] of Object.entries(stages)) {
    const [one, all] = await switched(`a[href*="/${stage}"]`, heading!, first!, last!)
    if (turn) {
      ;(soon[stage] ??= []).push(one!)
      ;(whole[stage] ??= []).push(all!)
    }
    await page.waitForTimeout(1200)
  }
for (const stage of Object.keys(stages)) {
  row(`Spillway hex: switch to ${stage}, what is looked at first painted`, soon[stage]!)
  row(`Spillway hex: switch to ${stage}, all of it painted`, whole[stage]!)
}
// At rest: nothing is pressed, the drawing is looked at.
await page.locator('a[href*="/harness"]').first().click()
await page.waitForTimeout(12_000)
const longTasks = await page.evaluate(() => (globalThis as typeof globalThis & { longTasks: number[] }).longTasks)
const longest = Math.max(0, ...longTasks)
console.log(`  tasks over 50 ms while stages were switched and after: ${longTasks.length}, the longest ${longest.toFixed(0)} ms`)
await browser.close()
