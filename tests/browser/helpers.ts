import { readFileSync } from 'node:fs'
import { createRequire } from 'node:module'
import { expect, test as base, type Locator, type Page } from '@playwright/test'
import { demo, type DemoName } from '../helpers/plans'
import { adopt, analyse } from '#core/engine'

/** A name that no earlier try of the test that runs has given to anything. */
export const fresh = (name: string) => (base.info().retry ? `${name}${base.info().retry}` : name)

export const address = process.env.YPODOMA_ADDRESS ?? 'http://127.0.0.1:4173'
const axe = readFileSync(createRequire(import.meta.url).resolve('axe-core/axe.min.js'), 'utf8')

/** Takes hold of a thing and drags it; it is still in hand afterwards. */
export async function dragFrom(page: Page, thing: Locator, by: { x: number; y: number }, grip?: { x: number; y: number }) {
  await thing.scrollIntoViewIfNeeded()
  const { x, y, width, height } = (await thing.boundingBox())!
  const from = grip ? { x: x + grip.x, y: y + grip.y } : { x: x + width / 2, y: y + height / 2 }
  await page.mouse.move(from.x, from.y)
  await page.mouse.down()
  await page.mouse.move(from.x + by.x, from.y + by.y, { steps: 8 })
}

/** Drags a thing and breaks it off by Escape: it follows, is where it was again, and stays there. */
export async function breakOff(page: Page, thing: Locator, by: { x: number; y: number }) {
  await thing.scrollIntoViewIfNeeded()
  const stood = (await thing.boundingBox())!
  const far = async () => {
    const { x, y } = (await thing.boundingBox())!
    return Math.hypot(x - stood.x, y - stood.y)
  }
  await dragFrom(page, thing, by)
  await expect.poll(far).toBeGreaterThan(8)
  await page.keyboard.press('Escape')
  // What has focus has an edge besides.
  await expect.poll(far).toBeLessThan(3)
  await page.mouse.move(stood.x + 3 * by.x, stood.y + by.y, { steps: 3 })
  await page.mouse.up()
  await expect.poll(far).toBeLessThan(3)
}

/** A page that fails its test on a request to another host, an error on the console, or an uncaught error. */
export const test = base.extend<{ faults: string[]; expected: { faults: RegExp[] } }>({
  expected: [{ faults: [] }, { option: true }],
  faults: [
    async ({ page, expected }, use) => {
      const faults: string[] = []
      watch(page, faults)
      await use(faults)
      expect(faults.filter((fault) => !expected.faults.some((known) => known.test(fault)))).toEqual([])
    },
    { auto: true },
  ],
})

export function watch(page: Page, faults: string[]) {
  const host = new URL(address).host
  page.on('request', (request) => {
    const url = new URL(request.url())
    if (url.protocol.startsWith('http') && url.host !== host) faults.push(`request to ${url.host}`)
  })
  page.on('console', (message) => message.type() === 'error' && faults.push(`console: ${message.text()}`))
  page.on('pageerror', (error) => faults.push(`uncaught: ${error.message}`))
}

/** Makes a build of its own for a test from a demo build and returns its id. */
export async function freshBuild(page: Page, name: DemoName, title: string, ready = false): Promise<string> {
  const plan = { ...demo(name), name: title }
  const file = JSON.stringify(ready ? adopt(plan, analyse(plan).proposal) : plan)
  const response = await page.request.post(`${address}/api/builds`, { data: { file } })
  expect(response.status()).toBe(201)
  return ((await response.json()) as { id: string }).id
}

/** All faults that axe finds on the page, of whatever severity, targets below 24 × 24 pixels among them. */
export async function accessibilityFaults(page: Page): Promise<string[]> {
  // Evaluated, not written into the page: its policy lets no foreign script run.
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe)
  return page.evaluate(async () => {
    const { axe: runner } = window as unknown as {
      axe: { run: (options: object) => Promise<{ violations: { impact: string; id: string; nodes: { html: string }[] }[] }> }
    }
    const { violations } = await runner.run({
      rules: { 'target-size': { enabled: true } },
      resultTypes: ['violations'],
    })
    return violations.map(({ id, nodes }) => `${id}: ${nodes[0]!.html.slice(0, 160)} (${nodes.length})`)
  })
}

/** Types into a field, and leaves it by Enter. */
export async function enter(field: Locator, text: string) {
  await field.fill(text)
  await field.press('Enter')
}

/** Waits until the top bar says that all is saved. */
export async function saved(page: Page) {
  await expect(page.getByRole('banner').getByText('Saved', { exact: true })).toBeVisible()
}

/** Gives a device of the fit-out another name, by hand. */
export async function rename(page: Page, from: string, to: string) {
  await page.getByRole('button', { name: from, exact: true }).click()
  const field = page.getByTestId('inspector').getByLabel('Name')
  await field.fill(to)
  await field.press('Enter')
  await expect(page.getByRole('button', { name: to, exact: true })).toBeVisible()
}
