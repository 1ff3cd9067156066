import { chromium } from '@playwright/test'
import { row } from './figures'

const address = process.env.YPODOMA_ADDRESS!
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-dev-shm-usage'] })

const opened: number[] = []
for (let turn = 0; turn < 5; turn += 1) {
  const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
  const start = performance.now()
  await page.goto(`${address}/builds/spillway-hex/fit-out`)
  await page.getByText('16 devices').waitFor()
  opened.push(performance.now() - start)
  await page.context().close()
}
row('opening Spillway hex with an empty cache, to usable', opened)

const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
// The script runner wraps functions in a helper that the page does not have.
await page.addInitScript('globalThis.__name = (one) => one')
await page.goto(`${address}/builds/spillway-hex/allocation`)
const allocate = page.getByRole('button', { name: 'Allocate', exact: true })
if (await allocate.isVisible()) await allocate.click()
await page.getByTestId('proposal').waitFor()
await page.getByRole('button', { name: 'Fit grid' }).click()

const edits: number[] = []
for (let turn = 0; turn < 24; turn += 1) {
  const name = turn % 2 ? /^Text overlay on Port 1/ : /^GNSS and compass on Port 1/
  await page.getByRole('button', { name }).waitFor()
  edits.push(
    await page.evaluate(
      async (label) => {
        const cell = () =>
          [...document.querySelectorAll<HTMLButtonElement>('button.cell')].find((hTMLButtonElement) =>
            hTMLButtonElement.ariaLabel?.startsWith(label),
          )!
        const start = performance.now()
        cell().click()
        while (!/is here, locked/.test(cell().ariaLabel ?? '')) await new Promise((done) => requestAnimationFrame(done))
        return performance.now() - start
      },
      turn % 2 ? 'Text overlay on Port 1' : 'GNSS and compass on Port 1',
    ),
  )
  await page.evaluate(
    async (label) => {
      const cell = () =>
        [...document.querySelectorAll<HTMLButtonElement>('button.cell')].find((hTMLButtonElement) =>
          hTMLButtonElement.ariaLabel?.startsWith(label),
        )!
      cell().click()
      while (/locked/.test(cell().ariaLabel ?? '')) await new Promise((done) => requestAnimationFrame(done))
    },
    turn % 2 ? 'Text overlay on Port 1' : 'GNSS and compass on Port 1',
  )
  await page.waitForTimeout(150)
}
row('Spillway hex: click on a lock to refreshed assignment on screen', edits)
await browser.close()
