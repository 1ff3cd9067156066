import { chromium, type Locator } from '@playwright/test'
import { demoPlans } from '../../cli/files'
import { anchorAt, displayOf, elements, sizeOf } from '#core/display'
import { adopt, analyse } from '#core/engine'
import { applyEdit, resolvePlan } from '#core/plan'
import { chromiumOptions } from '../lib/chromium.mjs'
import { row } from './figures'

const address = process.env.YPODOMA_ADDRESS!
const browser = await chromium.launch(chromiumOptions)
const page = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage()
// The script runner wraps functions in a helper that the page does not have.
await page.addInitScript('globalThis.__name = (one) => one')
/** Time between frames while a thing is dragged to and fro. */
async function dragged(what: string, box: Locator) {
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
  await page.mouse.move(at.x + at.width / 4, at.y + at.height / 2)
  await page.mouse.down()
  await page.evaluate(() => void ((window as unknown as { frames: number[] }).frames.length = 0))
  for (let step = 0; step < 120; step += 1) await page.mouse.move(at.x + 20 + 60 * Math.sin(step / 9), at.y + 8 + step)
  const frames = await page.evaluate(() => (window as unknown as { frames: number[] }).frames.slice(2))
  await page.mouse.up()
  row(`${what} (${frames.length} frames)`, frames)
}

await page.goto(`${address}/builds/spillway-hex/allocation`)
const allocate = page.getByRole('button', { name: 'Allocate', exact: true })
await allocate.waitFor({ timeout: 5000 }).then(
  () => allocate.click(),
  () => undefined,
)
await page.goto(`${address}/builds/spillway-hex/harness`)
const box = page.locator('[data-box="gnss"] .box')
await box.waitFor()
await dragged('Spillway hex: time between frames while a device is dragged', box)

// Every element there is, on the largest grid.
const demo = demoPlans().find(({ plan }) => plan.board.definition === 'lathe-w2')!.plan
const placed = adopt(demo, analyse(demo).proposal)
const wide = applyEdit(placed, { type: 'setting.set', device: 'video', setting: 'grid', value: '60×22' })
const grid = displayOf(resolvePlan(wide))!
const all = elements.map((element, at) => [
  element.id,
  anchorAt({ column: (Math.floor(at / 20) * 18) % 48, row: at % 20 }, sizeOf(element), grid),
])
const layout = { name: 'All', elements: Object.fromEntries(all) as Record<string, ReturnType<typeof anchorAt>> }
const plan = { ...applyEdit(wide, { type: 'display.set', display: 'd1', layout }), name: 'All elements' }
const made = await page.request.post(`${address}/api/builds`, { data: { file: JSON.stringify(plan) } })
const { id } = (await made.json()) as { id: string }
await page.goto(`${address}/builds/${id}/flight`)
const element = page.getByTestId('picture').locator('[data-element="timer"]').first()
await element.waitFor()
await page.waitForTimeout(1500)
await dragged(`${elements.length} elements on ${grid.columns}×${grid.rows}: time between frames while one is dragged`, element)
await browser.close()
