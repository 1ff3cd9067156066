import { chromium } from '@playwright/test'
import { row } from './figures'

const address = process.env.YPODOMA_ADDRESS!
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-dev-shm-usage'] })
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
// The script runner wraps functions in a helper that the page does not have.
await page.addInitScript('globalThis.__name = (one) => one')
await page.goto(`${address}/builds/spillway-hex/allocation`)
const allocate = page.getByRole('button', { name: 'Allocate', exact: true })
await allocate.waitFor({ timeout: 5000 }).then(
  () => allocate.click(),
  () => undefined,
)
await page.goto(`${address}/builds/spillway-hex/harness`)
const box = page.locator('[data-box="gnss"] rect')
await box.waitFor()
await page.evaluate(() => {
  const frames: number[] = []
  let before = performance.now()
  const step = (now: number) => {
    frames.push(now - before)
    before = now
    requestAnimationFrame(step)
  }
  requestAnimationFrame(step)
  Object.assign(window, { frames })
})
const at = (await box.boundingBox())!
await page.mouse.move(at.x + 20, at.y + 8)
await page.mouse.down()
await page.evaluate(() => void ((window as unknown as { frames: number[] }).frames.length = 0))
for (let step = 0; step < 120; step += 1) await page.mouse.move(at.x + 20 + 60 * Math.sin(step / 9), at.y + 8 + step)
const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames.slice(2))
await page.mouse.up()
row(`Spillway hex: time between frames while a device is dragged (${frames.length} frames)`, frames)
await browser.close()
