import { expect } from '@playwright/test'
import { address, freshBuild, saved, test } from './helpers'

test('both ends of a link are set value by value, kept, and set back', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Links', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  const inspector = page.getByTestId('inspector')
  const findings = page.getByTestId('findings')
  // A way out may be named after the same device; the link itself lies on its lane.
  const lanes = page.getByRole('region', { name: 'Port lanes' })
  const value = (label: string) => inspector.getByLabel(label, { exact: true })
  await lanes.getByRole('button', { name: /^Text overlay/ }).click()
  await value('Rate at the board').selectOption('57600')
  await expect(findings).toContainText('SER-02')
  await value('Format at the device').selectOption('8E2')
  await value('Inverted at the board').selectOption('true')
  await value('On one wire at the device').selectOption('true')
  await expect(findings).toContainText('SER-08')
  await saved(page)
  await page.reload()
  await expect(value('Rate at the board')).toHaveValue('57600')
  await expect(value('Format at the device')).toHaveValue('8E2')
  await inspector.getByRole('button', { name: 'Rate at the board as allocated' }).click()
  await expect(value('Rate at the board')).toHaveValue('115200')
  await inspector.getByRole('button', { name: 'Set both ends as allocated' }).click()
  await expect(value('Format at the device')).toHaveValue('8N1')
  await expect(findings).not.toContainText('SER-02')
})

test('a feature of the whole board is switched where a link wants it', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Features', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await page.getByRole('region', { name: 'Port lanes' }).getByRole('button', { name: /^GNSS/ }).first().click()
  const feature = page.getByTestId('inspector').getByLabel('Feature “GNSS” of the whole board')
  await expect(feature).toBeChecked()
  await feature.click()
  await expect(page.getByTestId('findings')).toContainText('the board-wide feature “GNSS” is off')
  await page.getByRole('button', { name: 'Switch GNSS on' }).click()
  await expect(feature).toBeChecked()
})

test('a late answer to the save of one build reaches no other', async ({ page }) => {
  const [first, second] = [
    await freshBuild(page, 'culvert-scout', 'First', true),
    await freshBuild(page, 'culvert-scout', 'Second', true),
  ]
  let go: () => void = () => {}
  const held = new Promise<void>((resolve) => (go = resolve))
  await page.route(`**/api/builds/${first}`, async (route) => {
    if (route.request().method() === 'PUT') await held
    await route.continue()
  })
  await page.goto(`${address}/builds/${first}/fit-out`)
  await page.getByLabel('Cells').click({ force: true })
  await page.getByRole('option', { name: '3', exact: true }).click()
  await expect(page.getByRole('banner')).toContainText('Saving')
  await page.getByTestId('build-name').click()
  await page.locator(`a[href='/builds/${second}']`).click()
  await expect(page.getByTestId('build-name')).toHaveText('Second')
  const answered = page.waitForResponse((response) => response.url().endsWith(first) && response.request().method() === 'PUT')
  go()
  await answered
  await saved(page)
  await expect(page.getByRole('banner')).toContainText('v1')
  const versionOf = async (id: string) =>
    ((await (await page.request.get(`${address}/api/builds/${id}`)).json()) as { build: { version: number } }).build.version
  expect([await versionOf(first), await versionOf(second)]).toEqual([2, 1])
})
