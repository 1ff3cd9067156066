import { expect } from '@playwright/test'
import { address, freshBuild, test } from './helpers'

test('the commands and the fit grid work from the keyboard alone', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Keys', true)
  await page.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('10 devices')).toBeVisible()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('allocation')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Allocation', exact: true })).toBeVisible()
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
  // At once: the field of the commands still has the focus while they go away.
  await page.keyboard.press('Control+k')
  await page.keyboard.type('select gnss')
  await expect(page.getByRole('option', { name: /^Select GNSS/ }).first()).toBeVisible()
  await page.evaluate(async () => {
    const field = document.activeElement!
    const press = (key: string) => field.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }))
    press('Enter')
    await new Promise((shown) => requestAnimationFrame(shown))
    press('Escape')
  })
  await expect(page.getByTestId('inspector')).toBeHidden()
  await expect(page).not.toHaveURL(/sel=/)
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

test('from an empty fit-out to papers in at most 60 keys', async ({ page }) => {
  test.slow()
  const made = await page.request.post(`${address}/api/builds`, { data: { name: 'By keys', board: 'corran-7' } })
  const { id } = (await made.json()) as { id: string }
  await page.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByRole('button', { name: 'Add the first one' })).toBeVisible()
  let keys = 0
  const press = async (...all: string[]) => {
    for (const key of all) {
      keys += 1
      await page.keyboard.press(key)
    }
  }
  const type = (text: string) => press(...text)
  const command = async (text: string, wanted: RegExp) => {
    await press('Control+k')
    await expect(page.getByRole('dialog', { name: 'Commands' }).getByRole('combobox')).toBeFocused()
    await type(text)
    await expect(page.locator('#commands').getByRole('option').first()).toHaveText(wanted)
    await press('Enter')
  }
  await command('add', /^Add a device/)
  const field = page.getByRole('dialog', { name: 'Add a device' }).getByRole('textbox', { name: 'Name, maker or kind' })
  await expect(field).toBeFocused()
  for (const [word, count] of [
    ['rx', 1],
    ['gps', 2],
    ['osd', 3],
    ['vtx', 4],
    ['esc', 5],
  ] as const) {
    await type(word)
    await press('Enter')
    await expect(field).toHaveValue('')
    await expect(page.getByText(`${count} device`)).toBeVisible()
  }
  await press('Escape')
  await command('allocate', /^Allocate/)
  await command('pap', /^Papers as PDF/)
  await expect(page.getByRole('button', { name: 'Make the PDF' })).toBeFocused()
  const file = page.waitForEvent('download')
  await press('Enter')
  expect((await file).suggestedFilename()).toBe('By keys papers.pdf')
  console.log(`      empty fit-out to papers: ${keys} keys`)
  expect(keys).toBeLessThanOrEqual(60)
})

test('findings are one key away, and the work and they can be gone to at once', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Skips', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await expect(page.getByTestId('findings').locator('article').first()).toBeVisible()
  await page.keyboard.press('f')
  await expect(page.getByTestId('findings').locator('article').first().getByRole('button').first()).toBeFocused()
  await page.keyboard.press('Control+k')
  await page.keyboard.type('findings')
  await expect(page.locator('#commands').getByRole('option').first()).toHaveText(/^Findings/)
  await page.keyboard.press('Enter')
  await expect(page.getByTestId('findings').locator('article').first().getByRole('button').first()).toBeFocused()
  await page.goto(`${address}/builds/${id}/allocation`)
  await expect(page.getByTestId('findings').locator('article').first()).toBeVisible()
  await page.keyboard.press('Tab')
  await expect(page.getByRole('button', { name: 'To the work' })).toBeFocused()
  await page.keyboard.press('Enter')
  await expect(page.locator('main')).toBeFocused()
  // Severities are spoken with the stages, and a stage leads back to where one was in it.
  await expect(page.getByRole('link', { name: /Fit-out.*Fix/ })).toBeVisible()
  await page.getByRole('button', { name: 'Fit grid' }).click()
  await page.getByRole('link', { name: /Harness/ }).click()
  await page.getByRole('link', { name: /Allocation/ }).click()
  await expect(page).toHaveURL(/view=grid/)
})

test('findings of one stage alone are shown where that is asked for', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'By stage', true)
  await page.goto(`${address}/builds/${id}/harness`)
  const panel = page.getByTestId('findings')
  await expect(panel.getByRole('heading', { name: 'In Harness' })).toBeVisible()
  await expect(panel.locator('article').first()).not.toContainText('PWR-02')
  await panel.getByLabel('Findings of which stage').selectOption('fit-out')
  await expect(panel.locator('article').first()).toContainText('PWR-02')
  await expect(panel).not.toContainText('LOD-02')
})
