import { mkdtempSync, writeFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect } from '@playwright/test'
import { demo } from '../helpers/plans'
import { address, freshBuild, test } from './helpers'

test.describe('files that cannot be used', () => {
  test.use({ expected: { faults: [/400/, /413/] } })

  test('are refused with the place, and nothing changes', async ({ page }) => {
    await page.goto(address)
    await expect(page.getByRole('link', { name: 'Spillway hex' }).first()).toBeVisible()
    // Other files of tests make builds meanwhile, of other names.
    const named = async () => {
      const { builds } = (await (await page.request.get(`${address}/api/builds?limit=100`)).json()) as {
        builds: { name: string }[]
      }
      return builds.filter(({ name }) => name === 'Spillway hex').length
    }
    const before = await named()
    const folder = mkdtempSync(join(tmpdir(), 'ypodoma-files-'))
    const open = async (name: string, text: string) => {
      writeFileSync(join(folder, name), text)
      await page.getByLabel('Plan file').setInputFiles(join(folder, name))
    }
    const alert = page.getByRole('alert')
    await open('cut.json', '{"format": "ypodoma-plan",\n "schema": ')
    await expect(alert).toContainText('cut.json cannot be opened')
    await expect(alert).toContainText('line 2, column')
    const plan = structuredClone(demo('spillway-hex'))
    plan.definitions.boards['corran-7']!.pads.TX1!.pin = 'nowhere'
    await open('board.json', JSON.stringify(plan))
    await expect(alert).toContainText('there is no pin "nowhere"')
    await open('newer.json', JSON.stringify({ ...demo('spillway-hex'), schema: 99 }))
    await expect(alert).toContainText('schema version 99')
    await open('large.json', ' '.repeat(50 * 1024 * 1024))
    await expect(alert).toContainText('large.json cannot be opened. Nothing was changed. It has 50 MiB; up to 8 MiB are read.')
    expect(await named()).toBe(before)
  })
})

test('a plan file opens as a build of its own', async ({ page }) => {
  await page.goto(address)
  const text = JSON.stringify({ ...demo('fellside-mapper'), name: 'From a file' })
  await page.getByLabel('Plan file').setInputFiles({ name: 'x.json', mimeType: 'application/json', buffer: Buffer.from(text) })
  await expect(page.getByTestId('build-name')).toHaveText('From a file')
})

test('the server refuses what does not belong, naming the place', async ({ request }) => {
  const put = async (data: unknown, id = 'spillway-hex') => request.put(`${address}/api/builds/${id}`, { data: data as object })
  const plan = demo('spillway-hex')
  const good = { base: 1, plan, edits: [], steps: [], author: 'a', note: '' }
  const message = async (response: Awaited<ReturnType<typeof put>>) =>
    ((await response.json()) as { data: { message: string } }).data.message
  let response = await put({ ...good, extra: 1 })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('extra')])
  response = await put({ ...good, edits: [{ type: 'plan.rename', nam: 'x' }] })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('edits[0].nam')])
  response = await put({ ...good, plan: { ...plan, devices: 5 } })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('devices')])
  response = await put(good, 'nobody')
  expect(response.status()).toBe(404)
  response = await request.put(`${address}/api/builds/spillway-hex`, {
    data: 'x'.repeat(9 * 1024 * 1024),
    headers: { 'content-type': 'application/json' },
  })
  expect(response.status()).toBe(413)
  const layers = { main: true, signal: true, video: true, supply: false, ground: false }
  response = await request.post(`${address}/api/papers`, {
    data: { plan: { ...plan, devices: 5 }, parts: ['drawing'], layers, paper: 'A4' },
  })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('devices')])
  response = await request.post(`${address}/api/papers`, { data: { plan, parts: ['wires'], layers, paper: 'A0' } })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('paper')])
  const board = (await (await request.get(`${address}/api/catalogue`)).json()).boards['corran-7'] as object
  response = await request.put(`${address}/api/definitions/board/other`, { data: { definition: board, base: 0 } })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('not board "other"')])
  response = await request.put(`${address}/api/definitions/board/corran-7`, {
    data: { definition: { ...board, mass: 'much' }, base: 0 },
  })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('mass')])
  response = await request.delete(`${address}/api/definitions/board/corran-7?base=1`)
  expect(response.status()).toBe(404)
  response = await request.post(`${address}/api/definitions`, { data: { file: 'kind: [' } })
  expect([response.status(), await message(response)]).toEqual([400, expect.stringContaining('line 1')])
  response = await request.post(`${address}/api/builds`, { data: { name: 'x', board: 'no-such' } })
  expect(response.status()).toBe(404)
  response = await request.put(`${address}/api/builds/spillway-hex/removed`, {
    data: { removed: true },
    headers: { origin: 'http://elsewhere.example' },
  })
  expect(response.status()).toBe(403)
})

test('a build can be archived and restored', async ({ page }) => {
  await page.goto(address)
  await page.getByRole('button', { name: 'Archive Fellside mapper' }).click()
  await page.getByRole('button', { name: 'Undo', exact: true }).click()
  await expect(page.getByRole('button', { name: 'Archive Fellside mapper' })).toBeVisible()
})

test('an archived build is deleted for good once that is said twice, and stays deleted', async ({ page }) => {
  const name = `Doomed ${Date.now()}`
  await freshBuild(page, 'culvert-scout', name)
  await page.goto(`${address}/?find=${name}`)
  const remove = page.getByRole('button', { name: `Delete ${name} for good` })
  await expect(page.getByRole('button', { name: `Archive ${name}` })).toBeVisible()
  await expect(remove).toHaveCount(0)
  await page.getByRole('button', { name: `Archive ${name}` }).click()
  await remove.click()
  const dialog = page.getByRole('dialog')
  await expect(dialog).toContainText('this cannot be undone')
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(dialog).toHaveCount(0)
  await remove.click()
  await page.keyboard.press('Escape')
  await expect(dialog).toHaveCount(0)
  await page.reload()
  await remove.click()
  await dialog.getByRole('button', { name: 'Delete for good', exact: true }).click()
  await expect(page.getByText(`${name} is deleted.`)).toBeVisible()
  await expect(page.getByText('No build has these words.')).toBeVisible()
  await page.reload()
  await expect(page.getByText('No build has these words.')).toBeVisible()
})

test('tags of a build are written, found by, kept over a reload, and refused at the field', async ({ page }) => {
  // By a name and a tag of its own, so that it may be tried again.
  const [name, dam] = [`Tagged ${Date.now()}`, `dam ${Date.now()}`]
  await freshBuild(page, 'culvert-scout', name)
  await page.goto(`${address}/?find=${name}`)
  const open = () => page.getByRole('button', { name: `Tags of ${name}` }).click()
  const field = page.getByLabel('Tags, each ended by Enter')
  const save = page.getByRole('dialog').getByRole('button', { name: 'Save', exact: true })
  const write = async (tag: string) => {
    await field.fill(tag)
    await page.keyboard.press('Enter')
  }
  await open()
  await write(`  ${dam}  `)
  await write(dam)
  // What is not ended by Enter counts as well.
  await field.fill('spare')
  await save.click()
  const tag = page.getByRole('button', { name: dam })
  await expect(tag).toHaveCount(1)
  await page.reload()
  await tag.click()
  await expect(page.getByRole('row')).toHaveCount(2)
  await expect(page.getByRole('button', { name: 'spare', exact: true })).toBeVisible()

  await open()
  await write('x'.repeat(41))
  await expect(page.getByRole('dialog')).toContainText('up to 12 tags of 40 signs')
  await expect(save).toBeDisabled()
  await page.getByRole('dialog').getByRole('button', { name: 'Cancel' }).click()
  await open()
  await expect(page.getByRole('dialog')).toContainText('spare')
  await expect(page.getByRole('dialog')).not.toContainText('xxx')
  await expect(save).toBeEnabled()
})
