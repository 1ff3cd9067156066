import { expect, type Page } from '@playwright/test'
import { address, freshBuild, test } from './helpers'

/** What has the focus, by its name; nothing when the page as a whole has it. */
const focused = (page: Page) =>
  page.evaluate(() => {
    const { activeElement: at } = document
    return at === document.body ? undefined : (at?.getAttribute('aria-label') ?? at?.textContent?.trim() ?? '').slice(0, 60)
  })

test('whoever works by keyboard goes on where he was, whatever an action took away', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Focus', true)
  await page.goto(`${address}/builds/${id}/fit-out`)

  // A row goes: the one that takes its place has the focus, at the same button.
  await page.getByRole('button', { name: 'Remove Camera' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('button', { name: 'Remove Camera' })).toHaveCount(0)
  await expect.poll(() => focused(page)).toBe('Remove Text overlay')
  // The last row: the one before it.
  await page.getByRole('button', { name: 'Remove GNSS' }).focus()
  await page.keyboard.press('Enter')
  await expect.poll(() => focused(page)).toBe('Remove LEDs')

  // A dialog goes: what opened it has the focus.
  await page.getByRole('button', { name: 'Modules' }).focus()
  await page.keyboard.press('Enter')
  await page.getByRole('dialog', { name: 'Modules' }).getByRole('button', { name: 'Close' }).focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog')).toHaveCount(0)
  await expect.poll(() => focused(page)).toBe('Modules')
  await page.keyboard.press('Enter')
  await expect(page.getByRole('dialog', { name: 'Modules' }).getByRole('button', { name: 'Close' })).toBeVisible()
  await page.keyboard.press('Escape')
  await expect.poll(() => focused(page)).toBe('Modules')

  // A finding that is settled or accepted goes: the focus stays among the findings.
  const inFindings = () => page.evaluate(() => Boolean(document.activeElement?.closest('[data-testid=findings]')))
  const fix = page.getByTestId('findings').getByRole('button', { name: 'LEDs: limited to a fifth' })
  await fix.focus()
  await page.keyboard.press('Enter')
  await expect(fix).toHaveCount(0)
  await expect.poll(inFindings).toBe(true)

  // Another page begins with its heading.
  await page.goto(`${address}/`)
  await page.getByRole('link', { name: 'Focus', exact: true }).first().focus()
  await page.keyboard.press('Enter')
  await expect(page.getByRole('heading', { name: 'Fit-out' })).toBeVisible()
  await expect.poll(() => focused(page)).toBe('Fit-out')
})

test('lists and tables keep it too: a template, a tick, a part of a definition', async ({ page }) => {
  await page.goto(`${address}/catalogue/device/merlow-n1`)
  await page.getByRole('navigation', { name: 'Ways to edit' }).getByRole('button', { name: 'Settings' }).click()
  await page.getByRole('button', { name: 'Remove setting baud' }).focus()
  await page.keyboard.press('Enter')
  await expect.poll(() => focused(page)).toBe('Remove setting solutions')
  const id = await freshBuild(page, 'culvert-scout', 'Ticks', true)
  await page.goto(`${address}/builds/${id}/settings?view=steps`)
  const first = page.getByTestId('steps').getByRole('checkbox').first()
  await first.focus()
  await page.keyboard.press('Space')
  await expect(first).toBeChecked()
  await expect(first).toBeFocused()
})
