import { expect } from '@playwright/test'
import { address, freshBuild, rename, saved, test } from './helpers'

test.use({ expected: { faults: [/409/] } })

for (const [choice, button, expected] of [
  ['merging', 'Put yours on top of theirs', ['Theirs', 'Mine']],
  ['keeping mine', 'Keep yours as the next version', ['Camera', 'Mine']],
  ['taking theirs', /Take theirs/, ['Theirs', 'Flight logger']],
] as const) {
  test(`two tabs saving: ${choice} loses nothing`, async ({ page, browser }) => {
    const id = await freshBuild(page, 'spillway-hex', `Tabs ${choice}`, true)
    // Another browser: it hears nothing of what the first does.
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const other = await context.newPage()
    for (const one of [page, other]) await one.goto(`${address}/builds/${id}/fit-out`)
    await expect(page.getByText('17 devices')).toBeVisible()
    await rename(other, 'Camera', 'Theirs')
    await saved(other)
    await rename(page, 'Flight logger', 'Mine')
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('saved elsewhere first')
    await expect(dialog).toContainText('Rename Camera to Theirs')
    await expect(dialog).toContainText('Rename Flight logger to Mine')
    await dialog.getByRole('button', { name: button }).click()
    for (const name of expected) await expect(page.getByRole('button', { name, exact: true })).toBeVisible()
    await saved(page)
    if (choice === 'taking theirs') {
      await page.keyboard.press('Control+z')
      await expect(page.getByRole('button', { name: 'Mine', exact: true })).toBeVisible()
    }
    const versions = (await (await page.request.get(`${address}/api/builds/${id}/versions`)).json()) as { steps: string[] }[]
    expect(versions.flatMap(({ steps }) => steps)).toContain('Rename Camera to Theirs')
    await context.close()
  })
}

test('a second tab brings itself up at once when the build changed in the first, and can undo that', async ({
  page,
  context,
}) => {
  const id = await freshBuild(page, 'spillway-hex', 'Tabs at once', true)
  const other = await context.newPage()
  for (const one of [page, other]) await one.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('17 devices')).toBeVisible()
  await expect(other.getByText('17 devices')).toBeVisible()
  await rename(other, 'Camera', 'Theirs')
  await saved(other)
  await expect(page.getByRole('button', { name: 'Theirs', exact: true })).toBeVisible()
  await expect(page.getByRole('banner').getByText('v2')).toBeVisible()
  await page.keyboard.press('Control+z')
  await saved(page)
  await expect(other.getByRole('button', { name: 'Camera', exact: true })).toBeVisible()
})
