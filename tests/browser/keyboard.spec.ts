import { expect } from '@playwright/test'
import { accessibilityFaults, address, freshBuild, test } from './helpers'

const views = ['fit-out', 'allocation', 'harness'] as const

test('axe finds no serious fault on any screen, light or dark', async ({ page }) => {
  test.slow()
  const id = await freshBuild(page, 'spillway-hex', 'Axe', true)
  for (const theme of ['paper', 'night']) {
    await page.goto(address)
    await page.evaluate((name) => localStorage.setItem('ypodoma.theme', name), theme)
    await page.goto(address)
    await expect(page.getByRole('link', { name: 'Spillway hex' })).toBeVisible()
    expect(await accessibilityFaults(page), `builds, ${theme}`).toEqual([])
    for (const view of views) {
      await page.goto(`${address}/builds/${id}/${view}`)
      await expect(page.getByTestId('findings')).toContainText('PWR-02')
      expect(await accessibilityFaults(page), `${view}, ${theme}`).toEqual([])
    }
    await page.goto(`${address}/builds/${id}/allocation`)
    await page.getByRole('button', { name: 'Fit grid' }).click()
    await expect(page.getByText('Point at a cell')).toBeVisible()
    expect(await accessibilityFaults(page), `grid, ${theme}`).toEqual([])
  }
})

test('the commands and the fit grid work from the keyboard alone', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Keys', true)
  await page.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('10 devices')).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('allocation')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Allocation' })).toBeVisible()
  const grid = page.getByRole('button', { name: 'Fit grid' })
  await grid.focus()
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: /^GNSS on Software port 2/ }).focus()
  await expect(page.getByRole('listitem').filter({ hasText: /is made in software, up to/ })).toBeVisible()
  await page.keyboard.press('ArrowLeft')
  await expect(page.getByRole('button', { name: /^GNSS on Software port 1/ })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: /^GNSS on Software port 1.*current, locked/ })).toBeVisible()
  await page.keyboard.press('b')
  await expect(page.getByRole('button', { name: /^GNSS on Software port 1.*banned/ })).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('select gnss')
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('inspector')).toContainText('Merlow N1')
  await page.keyboard.press('Escape')
  await expect(page.getByTestId('inspector')).toBeHidden()
})

test('dragging a link shows what it would move before it is dropped', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Drag', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await expect(page.locator('[data-port="uart1"]')).toContainText('Control receiver')
  const card = page.locator('[data-need="overlay/text"]')
  const target = page.locator('[data-port="uart1"]')
  await card.hover()
  await page.mouse.down()
  const box = (await target.boundingBox())!
  await page.mouse.move(box.x + 220, box.y + box.height / 2, { steps: 6 })
  await expect(page.getByText(/Port 1: moves .*Control receiver to Port/)).toBeVisible()
  await page.mouse.up()
  await expect(target).toContainText('Text overlay')
})
