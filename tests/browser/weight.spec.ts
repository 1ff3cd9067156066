import { readdirSync, readFileSync } from 'node:fs'
import { join } from 'node:path'
import { expect } from '@playwright/test'
import { address, test } from './helpers'

test('a build is opened with little script: what is only shown when asked for comes later', async ({ request }) => {
  const page = await (await request.get(`${address}/builds/spillway-hex/fit-out`)).text()
  const files = [...page.matchAll(/<link rel="modulepreload"[^>]* href="([^"]+\.js)"/g)].map(([, file]) => file!)
  expect(files.length).toBeGreaterThan(3)
  const sizes = await Promise.all(
    [...new Set(files)].map(async (file) => {
      const answer = await request.get(`${address}${file}`, { headers: { 'accept-encoding': 'gzip' } })
      expect(answer.headers()['content-encoding'] ?? 'none', file).toMatch(/gzip|none/)
      return Number(answer.headers()['content-length'])
    }),
  )
  const kilobytes = sizes.reduce((sum, size) => sum + size, 0) / 1024
  expect(kilobytes).toBeGreaterThan(100)
  expect(kilobytes).toBeLessThan(300)
})

test('the list of builds stands with less script than 200 kB', async ({ page }) => {
  await page.addInitScript(() => {
    const observer = new MutationObserver(() => {
      if (!document.querySelector('tbody tr')) return
      observer.disconnect()
      const scripts = performance
        .getEntriesByType('resource')
        .filter(({ name }) => name.endsWith('.js')) as PerformanceResourceTiming[]
      document.documentElement.dataset.script = `${scripts.reduce((sum, { encodedBodySize }) => sum + encodedBodySize, 0)}`
    })
    observer.observe(document, { childList: true, subtree: true })
  })
  await page.goto(address)
  await expect(page.locator('html')).toHaveAttribute('data-script', /^\d+$/)
  const bytes = Number(await page.locator('html').getAttribute('data-script'))
  expect(bytes).toBeGreaterThan(100_000)
  expect(bytes).toBeLessThan(200_000)
})

test.describe('what comes later', () => {
  test.use({ expected: { faults: [/Failed to (load|fetch)|dynamically imported/] } })

  test('is told of when it is asked for and cannot be had, and is there when the page is loaded anew', async ({ page }) => {
    const folder = '.output/public/_nuxt'
    const dialog = readdirSync(folder).filter(
      (name) => name.endsWith('.js') && readFileSync(join(folder, name), 'utf8').includes('No device has these words.'),
    )
    expect(dialog).toHaveLength(1)
    const there = (url: URL) => url.pathname.endsWith(dialog[0]!)
    await page.route(there, (route) => route.abort())
    await page.goto(`${address}/builds/spillway-hex/fit-out`)
    const add = page.getByRole('button', { name: 'Add a device' })
    await add.click()
    await expect(page.getByText('could not be loaded: the server does not answer')).toBeVisible()
    await page.unroute(there)
    // That it is open stands in the address.
    await page.reload()
    await expect(page.getByRole('dialog', { name: 'Add a device' })).toBeVisible()
  })
})
