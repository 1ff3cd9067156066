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

test('what a tab had not saved when it was closed is gone on with in another of the build, which can undo it', async ({
  page,
  context,
}) => {
  const id = await freshBuild(page, 'spillway-hex', 'Tab closed', true)
  const other = await context.newPage()
  for (const one of [page, other]) await one.goto(`${address}/builds/${id}/fit-out`)
  await expect(page.getByText('17 devices')).toBeVisible()
  // The server hears nothing of it.
  await other.route(/\/api\/builds\/[^/]+$/, (route) => (route.request().method() === 'PUT' ? route.abort() : route.continue()))
  await rename(other, 'Camera', 'Lens')
  await expect(other.getByRole('banner').getByText('Not saved', { exact: true })).toBeVisible()
  await rename(page, 'Flight logger', 'Mine')
  await saved(page)
  await other.close({ runBeforeUnload: false })
  await expect(page.getByRole('button', { name: 'Lens', exact: true })).toBeVisible()
  await expect(page.getByText('recovered: Rename Camera to Lens')).toBeVisible()
  await saved(page)
  await expect(page.getByRole('button', { name: 'Mine', exact: true })).toBeVisible()
  await page.getByRole('banner').getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Camera', exact: true })).toBeVisible()
  await saved(page)
})

test('a save whose steps came in by another way is answered with what there is, and no conflict', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Twice')
  const path = `${address}/api/builds/${id}`
  const { plan } = (await (await page.request.get(path)).json()) as { plan: object }
  const edit = { type: 'plan.note', note: 'n' }
  const body = { base: 1, plan: { ...plan, note: 'n' }, edits: [edit], steps: ['Note'], stepIds: ['browser1.step1'] }
  const put = (more: object) => page.request.put(path, { data: { ...body, ...more } })
  expect(await (await put({ saveId: 'save-one' })).json()).toEqual({ version: 2, again: false })
  expect(await (await put({ saveId: 'save-one' })).json()).toEqual({ version: 2, again: true })
  const again = await put({ saveId: 'save-two' })
  expect([again.status(), await again.json()]).toEqual([200, expect.objectContaining({ newest: 2, known: ['browser1.step1'] })])
  const more = await put({ saveId: 'save-three', steps: ['Note', 'Other'], stepIds: ['browser1.step1', 'browser1.step2'] })
  expect([more.status(), await more.json()]).toEqual([
    409,
    expect.objectContaining({ newest: 2, known: ['browser1.step1'], since: ['browser1.step1'] }),
  ])
})
