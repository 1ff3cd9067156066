import { readFileSync } from 'node:fs'
import { expect } from '@playwright/test'
import { accessibilityFaults, address, freshBuild, saved, test } from './helpers'

test('devices are kept as a module and put into another build, which says before what changes there', async ({ page }) => {
  const from = await freshBuild(page, 'spillway-hex', 'Giver', true)
  await page.goto(`${address}/builds/${from}/fit-out`)
  await page.getByRole('button', { name: 'Modules' }).click()
  const dialog = page.getByRole('dialog', { name: 'Modules' })
  await dialog.getByRole('button', { name: 'Keep one' }).click()
  await dialog.getByRole('checkbox', { name: 'GNSS and compass' }).check()
  await expect(dialog.getByRole('button', { name: 'Keep in the library' })).toBeDisabled()
  await dialog.getByLabel('Name of the module').fill('Mast')
  const [file] = await Promise.all([
    page.waitForEvent('download'),
    dialog.getByRole('button', { name: 'Save as a file' }).click(),
  ])
  const text = readFileSync(await file.path(), 'utf8')
  expect(JSON.parse(text)).toMatchObject({ format: 'ypodoma-module', schema: 1, name: 'Mast' })
  await dialog.getByRole('button', { name: 'Keep in the library' }).click()
  await dialog.getByRole('button', { name: 'Mast', exact: true }).click()
  const outcomes = dialog.getByTestId('outcomes')
  await expect(outcomes).toContainText('Port 2 is taken by GNSS and compass: its place is found anew')
  await expect(outcomes).toContainText(/It brings/)
  expect(await accessibilityFaults(page)).toEqual([])
  await dialog.getByRole('button', { name: 'Close' }).click()

  const to = await freshBuild(page, 'fellside-mapper', 'Taker', true)
  await page.goto(`${address}/builds/${to}/fit-out`)
  await page.getByRole('button', { name: 'Modules' }).click()
  await dialog.getByLabel('Module file').setInputFiles({
    name: 'broken.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format":"ypodoma-module","schema":1,"name":"x","plan":{}}'),
  })
  await expect(dialog.getByRole('alert')).toContainText('plan.format: this is not a plan')
  await expect(dialog.getByRole('button', { name: 'Put it in' })).toBeDisabled()
  await dialog
    .getByLabel('Module file')
    .setInputFiles({ name: 'mast.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(outcomes).toContainText('was at Port 2 of another board or revision')
  await dialog.getByRole('button', { name: 'Put it in' }).click()
  await expect(page.getByRole('row', { name: /GNSS and compass/ })).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(page.getByRole('row', { name: /GNSS and compass/ })).toBeVisible()
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByRole('row', { name: /GNSS and compass/ })).toHaveCount(0)
})
