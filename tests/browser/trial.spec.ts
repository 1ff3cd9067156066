import { readFileSync } from 'node:fs'
import { expect, type Locator } from '@playwright/test'
import { readPdf } from '../helpers/pdf-text'
import { address, test } from './helpers'

/** Ten parts of a small survey quad, as they are called in the catalogue. */
const parts = [
  'Corvid SR',
  'Merlow N1',
  'Linnet 5',
  'Scrivel T',
  'Pharos 800',
  'Tether B',
  'Gault 4×12',
  'Carrel 2',
  'Glint 12',
  'Quillon M',
]

test('from nothing to wire list and papers of ten devices in at most 20 clicks', async ({ page }) => {
  test.slow()
  let clicks = 0
  const click = async (what: Locator) => {
    clicks += 1
    await what.click()
  }
  await page.goto(address)
  await click(page.getByRole('button', { name: 'New build' }))
  await page.getByLabel('Name', { exact: true }).fill('Trial')
  clicks += 1
  await page.getByLabel('Flight controller board').first().click({ force: true })
  await click(page.getByRole('option', { name: /^Corran 7/ }))
  await click(page.getByRole('button', { name: 'Make the build' }))
  await click(page.getByRole('button', { name: 'Add the first one' }))
  const dialog = page.getByRole('dialog', { name: 'Add a device' })
  for (const part of parts) await click(dialog.getByRole('button', { name: new RegExp(`^${part} `) }))
  await page.keyboard.press('Escape')
  await expect(page.getByText('10 devices')).toBeVisible()
  await click(page.getByRole('link', { name: /Allocation/ }))
  await click(page.getByRole('button', { name: 'Allocate' }))
  await expect(page.getByTestId('proposal')).toContainText('proven best')
  await click(page.getByRole('link', { name: /Harness/ }))
  await expect(page.getByTestId('wires').locator('tbody tr').first()).toBeVisible()
  const wires = await page.getByTestId('wires').locator('tbody tr').count()
  expect(wires).toBeGreaterThan(25)
  await click(page.getByRole('button', { name: 'Papers PDF' }))
  const file = page.waitForEvent('download')
  await click(page.getByRole('button', { name: 'Make the PDF' }))
  const pages = await readPdf(new Uint8Array(readFileSync(await (await file).path())))
  expect(pages[0]!.text).toContain('Trial')
  const text = pages.map((sheet) => sheet.text).join('')
  expect(text).toContain(`W${wires}`)
  console.log(`      ten devices to wire list and papers: ${clicks} clicks`)
  expect(clicks).toBeLessThanOrEqual(20)
})
