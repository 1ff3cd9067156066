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
  expect(kilobytes).toBeLessThan(250)
})
