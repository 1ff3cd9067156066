import { chromium } from '@playwright/test'
import { demoPlans } from '../../cli/files'
import { lookAlikes } from '../../tests/helpers/look-alikes'
import { chromiumOptions } from '../lib/chromium.mjs'
import { row } from './figures'

const address = process.env.YPODOMA_ADDRESS!
const shipped = (await (await fetch(`${address}/api/catalogue`)).json()) as Parameters<typeof lookAlikes>[0]
const body = JSON.stringify({
  ...shipped,
  boards: Object.fromEntries(lookAlikes(shipped, 200).map((board) => [board.id, board])),
})

/** From the click that asks for every board until the page says that the last is tried, each time in a browser just started. */
async function tried(build: string): Promise<number> {
  const browser = await chromium.launch(chromiumOptions)
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
  await page.addInitScript('globalThis.__name = (one) => one')
  await page.route('**/api/catalogue', (route) => route.fulfill({ body, contentType: 'application/json' }))
  await page.goto(`${address}/builds/${build}/allocation`)
  const asked = page.getByRole('button', { name: 'Which board' })
  await asked.waitFor()
  // What follows the first answer is fetched before anyone asks this.
  await page.waitForTimeout(5000)
  const time = await asked.evaluate(async (button: HTMLElement) => {
    const start = performance.now()
    button.click()
    const said = () => document.querySelector('[data-testid=boards] [role=status]')?.textContent
    while (!said()?.startsWith('200 of 200 ')) await new Promise((later) => setTimeout(later, 5))
    return performance.now() - start
  })
  await browser.close()
  return time
}

for (const { id } of demoPlans()) {
  const times: number[] = []
  for (let turn = 0; turn < 5; turn += 1) times.push(await tried(id))
  row(`${id}: on 200 boards, in the page, from the click to the last`, times)
}
