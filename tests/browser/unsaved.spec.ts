import { readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import Database from 'better-sqlite3'
import { expect, test } from '@playwright/test'
import { rename } from './helpers'
import { removeServer, startServer, type OwnServer } from './servers'

test.describe.configure({ mode: 'serial' })

let server: OwnServer
test.beforeAll(async () => {
  server = await startServer()
})
test.afterAll(() => removeServer(server))

test('work done while the server is down is kept in the browser, told of, and taken up again', async ({ page, context }) => {
  const { directory, port } = server
  // Not even what checks edits had come when the server went.
  const late = readdirSync('.output/public/_nuxt').filter(
    (name) => name.endsWith('.js') && readFileSync(join('.output/public/_nuxt', name)).includes('alternatives.match'),
  )
  await page.route(
    (url) => late.some((name) => url.pathname.endsWith(name)),
    (route) => route.abort(),
  )
  await page.goto(`${server.address}/builds/spillway-hex/fit-out`)
  await expect(page.getByText('17 devices')).toBeVisible()
  await server.end('SIGKILL')
  await rename(page, 'Camera', 'Lens')
  await expect(page.getByRole('banner').getByText('Not saved', { exact: true })).toBeVisible()
  await page.close({ runBeforeUnload: false })

  server = await startServer({ PORT: String(port), NITRO_PORT: String(port) }, directory)
  const next = await context.newPage()
  await next.goto(`http://127.0.0.1:${port}/builds/spillway-hex/fit-out`)
  await expect(next.getByText('recovered: Rename Camera to Lens')).toBeVisible()
  await expect(next.getByRole('button', { name: 'Lens', exact: true })).toBeVisible()
  await expect(next.getByRole('banner').getByText('Saved', { exact: true })).toBeVisible()
  await next.reload()
  await expect(next.getByRole('button', { name: 'Lens', exact: true })).toBeVisible()
  await expect(next.getByText('recovered:')).toBeHidden()
})

test('what is wrong with the data is told above everything, and goes when it is mended', async ({ page }) => {
  const { directory } = server
  await server.end()
  const file = join(directory, 'ypodoma.sqlite')
  const whole = readFileSync(file)
  writeFileSync(file, 'this is no database, and long enough to be looked at as one '.repeat(60))
  server = await startServer({}, directory)
  await page.goto(server.address)
  await expect(page.getByTestId('trouble')).toContainText('the data file is not a database')
  await expect(page.getByTestId('trouble')).toContainText('restore a backup')
  writeFileSync(file, whole)
  await expect(page.getByTestId('trouble')).toBeHidden()
  await page.reload()
  await expect(page.getByRole('link', { name: 'Spillway hex' })).toBeVisible()
})

test('a backup is made and gone back to from the page', async ({ page }) => {
  await page.goto(`${server.address}/backups`)
  await page.getByRole('button', { name: 'Back up now' }).click()
  await expect(page.getByText('is written and looked through')).toBeVisible()
  await page.goto(server.address)
  await page.getByRole('button', { name: 'Archive Spillway hex' }).click()
  await expect(page.getByRole('button', { name: 'Restore Spillway hex' })).toBeVisible()
  await page.goto(`${server.address}/backups`)
  await page
    .getByRole('row', { name: /by hand/ })
    .getByRole('button', { name: 'Restore' })
    .click()
  await page.getByRole('dialog').getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByText('The data are as they were')).toBeVisible()
  await page.goto(server.address)
  await expect(page.getByRole('button', { name: 'Archive Spillway hex' })).toBeVisible()
})

test('a build whose newest version cannot be read hides no other, can be saved as it is, and goes on from an older one', async ({
  page,
}) => {
  const { directory } = server
  await page.goto(`${server.address}/builds/culvert-scout/fit-out`)
  await rename(page, 'Camera', 'Lens')
  await expect(page.getByRole('banner').getByText('Saved', { exact: true })).toBeVisible()
  await server.end()
  const connection = new Database(join(directory, 'ypodoma.sqlite'))
  connection.exec(
    `UPDATE parts SET bytes = x'00' WHERE hash = (SELECT root FROM versions WHERE build_id = 'culvert-scout' AND number = 2)`,
  )
  connection.exec(`UPDATE versions SET brief = NULL WHERE build_id = 'culvert-scout' AND number = 2`)
  connection.close()
  server = await startServer({}, directory)
  await expect(async () => {
    await page.goto(server.address)
    await expect(page.getByRole('row', { name: /Culvert scout/ })).toContainText('unreadable', { timeout: 1000 })
  }).toPass({ timeout: 180_000 })
  await expect(page.getByRole('link', { name: 'Spillway hex' })).toBeVisible()
  await page.goto(`${server.address}/builds/culvert-scout`)
  await expect(page.getByRole('alert').first()).toContainText('version 2 cannot be read')
  const raw = await page.request.get(`${server.address}/api/builds/culvert-scout/raw`)
  expect(await raw.text()).toContain('unreadable')
  await page.getByRole('button', { name: 'Restore' }).click()
  await expect(page.getByText('10 devices')).toBeVisible()
  await expect(page.getByRole('button', { name: 'Camera', exact: true })).toBeVisible()
})
