import { chromium, type Page } from '@playwright/test'
import { row } from './figures'

const address = process.env.YPODOMA_ADDRESS!
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-dev-shm-usage'] })
const median = (values: number[]) => values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)]!

async function fresh(): Promise<Page> {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  // The script runner wraps functions in a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (one) => one')
  return page
}

/** Milliseconds from an address to what is awaited there, each with an empty cache, by turns. */
const opened: Record<'plain' | 'build', number[]> = { plain: [], build: [] }
for (let turn = 0; turn < 7; turn += 1)
  for (const [kind, path, selector] of [
    ['plain', '/backups', 'main'],
    ['build', '/builds/spillway-hex/fit-out', '[data-testid=findings] .fact'],
  ] as const) {
    const page = await fresh()
    const start = performance.now()
    await page.goto(`${address}${path}`)
    await page.locator(selector).first().waitFor()
    opened[kind].push(performance.now() - start)
    await page.context().close()
  }
row('opening the plainest page, with an empty cache', opened.plain)
row('opening Spillway hex with an empty cache, to its findings', opened.build)
console.log(`  ratio of the medians: ${(median(opened.build) / median(opened.plain)).toFixed(2)}`)

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

/** From a click to the frame in which something of the view is there. */
const switched = (from: string, heading: string, selector: string) =>
  page.evaluate(
    async ([link, title, wanted]) => {
      const start = performance.now()
      document.querySelector<HTMLElement>(link)!.click()
      const there = () => document.querySelector('h1')?.textContent?.trim() === title && document.querySelector(wanted)
      while (!there() && performance.now() - start < 10_000) await new Promise((done) => requestAnimationFrame(done))
      await new Promise((done) => requestAnimationFrame(done))
      return performance.now() - start
    },
    [from, heading, selector] as [string, string, string],
  )
const stages = {
  'fit-out': ['Fit-out', '.v-table'],
  allocation: ['Allocation', '[data-testid=proposal]'],
  harness: ['Harness', '[data-testid=harness]'],
}
const views: Record<string, number[]> = {}
for (let turn = 0; turn < 8; turn += 1)
  for (const [stage, [heading, selector]] of Object.entries(stages)) {
    const time = await switched(`a[href*="/${stage}"]`, heading!, selector!)
    if (turn) (views[stage] ??= []).push(time)
    await page.waitForTimeout(1200)
  }
for (const [stage, times] of Object.entries(views)) row(`Spillway hex: switch to ${stage}, to its content`, times)
await browser.close()
