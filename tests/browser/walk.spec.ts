import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import Papa from 'papaparse'
import { accessibilityFaults, address, enter, freshBuild, saved, test } from './helpers'

test('from the builds list to a wire list that is still there after closing', async ({ page, context }) => {
  await page.goto(address)
  for (const name of ['Spillway hex', 'Culvert scout', 'Fellside mapper'])
    await expect(page.getByRole('link', { name })).toBeVisible()

  const id = await freshBuild(page, 'spillway-hex', 'Walk')
  await page.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('17 devices')).toBeVisible()

  await page.getByRole('link', { name: /Allocation/ }).click()
  await page.getByRole('button', { name: 'Allocate', exact: true }).click()
  await expect(page.getByTestId('proposal')).toContainText('proven best')
  const lane = (port: string) => page.locator(`[data-port="${port}"]`)
  await expect(lane('uart1')).toContainText('Control receiver')

  await lane('uart2').getByRole('button', { name: 'Lock or move GNSS and compass' }).click()
  await page
    .getByRole('menu')
    .or(page.getByRole('listbox'))
    .or(page.locator('.v-list'))
    .getByText('Lock to Port 1')
    .last()
    .click()
  await expect(lane('uart1')).toContainText('GNSS and compass')
  await expect(lane('uart1')).not.toContainText('Control receiver')
  await expect(page.getByTestId('proposal')).toContainText('proven best')

  const findings = page.getByTestId('findings')
  await expect(findings).toContainText('2.52 A at peak, 1.27 A of it by LED ring')
  const fix = findings.getByRole('button', { name: 'LED ring: limit its brightness to 25 %' })
  await fix.hover()
  await expect(findings.getByText(/settles this and PWR-09/)).toBeVisible()
  await fix.click()
  await expect(findings).not.toContainText('PWR-02')

  await page.getByRole('link', { name: /Harness/ }).click()
  await expect(page.getByTestId('harness')).toBeVisible()
  await page
    .getByRole('row', { name: /GNSS and compass TX/ })
    .first()
    .click()
  await expect(page.locator('.wire.chosen')).toHaveCount(1)
  await page.getByRole('button', { name: 'Save as' }).click()
  const [csv] = await Promise.all([page.waitForEvent('download'), page.getByText('Wire list CSV', { exact: true }).click()])
  const { data } = Papa.parse<Record<string, string>>(readFileSync(await csv.path(), 'utf8'), {
    header: true,
    skipEmptyLines: true,
  })
  const row = (from: string, terminal: string) =>
    data.find((record) => record.from === from && record['from terminal'] === terminal)
  expect(row('GNSS and compass', 'TX')).toMatchObject({ 'to terminal': 'RX1' })
  expect(row('GNSS and compass', 'RX')).toMatchObject({ 'to terminal': 'TX1' })
  expect(row('GNSS and compass', '5V')).toMatchObject({ 'to terminal': '5V (left, 1st)', 'to id': 'V5_1', colour: 'RD' })
  expect(row('GNSS and compass', 'GND')).toMatchObject({ 'to terminal': 'GND (left, 1st)', 'to id': 'G1', colour: 'BK' })
  await page.getByRole('button', { name: 'Save as' }).click()
  const [svg] = await Promise.all([page.waitForEvent('download'), page.getByText('Drawing SVG', { exact: true }).click()])
  expect(readFileSync(await svg.path(), 'utf8')).toContain('<svg')

  await saved(page)
  await page.close()
  const again = await context.newPage()
  await again.goto(`${address}/builds/${id}/allocation`)
  await expect(again.locator('[data-port="uart1"]')).toContainText('GNSS and compass')
})

test('undo and redo take the engine’s answer back and forth with the edit', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Undo', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  const first = page.locator('[data-port="uart1"]')
  await expect(first).toContainText('Control receiver')
  await page.getByRole('button', { name: 'Fit grid' }).click()
  await page.getByRole('button', { name: /^GNSS and compass on Port 1: fits/ }).click()
  await expect(page.getByRole('button', { name: /^GNSS and compass on Port 1: fits, current, locked/ })).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('button', { name: /^Control receiver on Port 1: fits, current/ })).toBeVisible()
  await page.keyboard.press('Control+Shift+z')
  await expect(page.getByRole('button', { name: /^GNSS and compass on Port 1: fits, current, locked/ })).toBeVisible()
  await saved(page)
  await page.getByRole('button', { name: /Versions, / }).click()
  await expect(page.getByRole('dialog')).toContainText('Lock GNSS and compass to Port 1')
  await page
    .getByRole('row')
    .filter({ has: page.getByLabel('Compare version 1', { exact: true }) })
    .getByRole('button', { name: 'Restore' })
    .click()
  await expect(page.getByRole('button', { name: /^Control receiver on Port 1: fits, current/ })).toBeVisible()
})

test('a device can be added, changed and removed, and the build renamed', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Change', true)
  await page.goto(`${address}/builds/${id}/fit-out`)
  await page.getByRole('button', { name: 'Add a device' }).click()
  await page.getByRole('textbox', { name: 'Name, maker or kind' }).fill('airspeed')
  await page.getByRole('button', { name: /Sonde A/ }).click()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText('11 devices')).toBeVisible()
  await page.getByRole('button', { name: 'Sonde A', exact: true }).click()
  const name = page.getByTestId('inspector').getByLabel('Name')
  await enter(name, 'Pitot')
  await expect(page.getByRole('button', { name: 'Pitot', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Remove Pitot' }).click()
  await expect(page.getByText('10 devices')).toBeVisible()
  // What the notice offers to take back is taken back by keyboard: it goes, lest its Undo takes back one step more.
  const notice = page.getByText('Pitot is removed.')
  await expect(notice).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('11 devices')).toBeVisible()
  await expect(notice).toHaveCount(0)
  await page.getByRole('button', { name: 'Remove Pitot' }).click()
  await expect(page.getByText('10 devices')).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByRole('button', { name: 'Pitot', exact: true })).toBeVisible()
  await expect(notice).toHaveCount(0)
  await page.getByRole('button', { name: 'Remove Pitot' }).click()
  await expect(page.getByText('10 devices')).toBeVisible()
  await page.getByTestId('build-name').click()
  await page.getByText('Rename this build').click()
  await page.getByRole('dialog').getByLabel('Name').fill('Changed')
  await page.getByRole('button', { name: 'Rename', exact: true }).click()
  await expect(page.getByTestId('build-name')).toHaveText('Changed')
  await saved(page)
})

/** Has the interface fail, as it would if it could not start. */
const fail = (page: Page) =>
  page.evaluate(() => {
    const { useNuxtApp } = window as unknown as { useNuxtApp: () => { payload: { error?: object } } }
    useNuxtApp().payload.error = { message: 'the theme could not be made', statusCode: 500 }
  })

test('a browser that lets pages keep nothing still opens, changes and saves a build', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Nothing kept', true)
  await page.addInitScript(() => {
    for (const what of ['localStorage', 'sessionStorage', 'indexedDB'])
      Object.defineProperty(window, what, {
        get() {
          throw new DOMException(`${what} is denied`, 'SecurityError')
        },
      })
  })
  await page.goto(`${address}/builds/${id}/fit-out`)
  await page.getByRole('button', { name: 'Light or dark' }).click()
  await page.getByRole('button', { name: 'Remove Camera' }).click()
  await expect(page.getByText('Camera is removed.')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.getByText('9 devices')).toBeVisible()
  await fail(page)
  await expect(page.getByText('what was not saved is lost')).toBeVisible()
})

/** Of how many builds this browser keeps edits that were not saved. */
const keptUnsaved = (page: Page) =>
  page.evaluate(
    () =>
      new Promise<number>((tell) => {
        indexedDB.open('ypodoma').onsuccess = ({ target }) => {
          const { result } = target as IDBOpenDBRequest
          const count = result.transaction('unsaved').objectStore('unsaved').count()
          count.onsuccess = () => tell(count.result)
        }
      }),
  )

test('an interface that fails says what is kept of what was not saved', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Not saved yet', true)
  await page.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('10 devices')).toBeVisible()
  await page.route('**/api/builds/**', (route) => (route.request().method() === 'PUT' ? new Promise(() => {}) : route.continue()))
  await page.getByRole('button', { name: 'Remove Camera' }).click()
  await expect(page.getByText('9 devices')).toBeVisible()
  await expect.poll(() => keptUnsaved(page)).toBe(1)
  await fail(page)
  await expect(page.getByText('Edits of one build that were not saved are kept in this browser')).toBeVisible()
  await page.unrouteAll({ behavior: 'ignoreErrors' })
  await page.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('9 devices')).toBeVisible()
  await saved(page)
  // What was kept goes a moment after the server has answered.
  await expect.poll(() => keptUnsaved(page)).toBe(0)
  await fail(page)
  await expect(page.getByText('Nothing waits in this browser to be saved.')).toBeVisible()
})

test('an unknown address, and an interface that fails, are told on pages of the product', async ({ page }) => {
  await page.goto(`${address}/no/such/page`)
  await expect(page.getByRole('heading', { name: 'There is nothing at this address' })).toBeVisible()
  await fail(page)
  await expect(page.getByRole('heading', { name: 'This page could not be shown' })).toBeVisible()
  await expect(page.getByRole('alert')).toHaveText('the theme could not be made')
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('link', { name: 'All builds' }).click()
  await expect(page.getByRole('link', { name: 'Spillway hex' })).toBeVisible()
})
