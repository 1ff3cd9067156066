import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { expect, type Locator, type Page } from '@playwright/test'
import { resolvePlan } from '#core/plan'
import { factsOf } from '../../standin/facts'
import { StandInServer } from '../../standin/server'
import { demo } from '../helpers/plans'
import { accessibilityFaults, address, breakOff, enter, freshBuild, saved, test } from './helpers'

const element = (page: Page, id: string) => page.getByTestId('picture').locator(`[data-element="${id}"]`).first()
/** What comes out of a line of the menu of files. */
async function saveAs(page: Page, title: string) {
  await page.getByRole('button', { name: 'Save or load', exact: true }).click()
  const [file] = await Promise.all([page.waitForEvent('download'), page.getByText(title, { exact: true }).click()])
  return readFileSync(await file.path())
}
const cellOf = async (at: Locator) => (await at.getAttribute('aria-label'))?.replace(/^.*, column /, '')

test('a layout is put together by words, by mouse and by keyboard, kept, and judged at its longest', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Picture', true)
  await page.goto(`${address}/builds/${id}/flight`)
  await expect(page.getByRole('button', { name: 'Along the dam', exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'New layout' }).click()
  const word = page.getByPlaceholder('type a word')
  await enter(word, 'Battery voltage')
  await expect.poll(() => cellOf(element(page, 'volts'))).toBe('2, row 2')
  await enter(word, 'moonlight')
  await expect(page.getByRole('alert')).toContainText('There is no such value')
  await enter(word, 'used cap')
  await expect.poll(() => cellOf(element(page, 'used'))).toBe('2, row 3')

  // By keyboard: to the right, by five, to the middle.
  await element(page, 'used').focus()
  await page.keyboard.press('ArrowRight')
  await page.keyboard.press('Shift+ArrowDown')
  await expect.poll(() => cellOf(element(page, 'used'))).toBe('3, row 8')
  await page.keyboard.press('c')
  await expect.poll(() => cellOf(element(page, 'used'))).toBe('12, row 8')
  await expect(element(page, 'used')).toBeFocused()

  // By mouse, from cell to cell, and never off the grid; broken off, it is where it was.
  await breakOff(page, element(page, 'volts'), { x: 90, y: 60 })
  const { x, y, width, height } = (await element(page, 'volts').boundingBox())!
  await page.mouse.move(x + width / 2, y + height / 2)
  await page.mouse.down()
  const cells = (await page.getByTestId('picture').locator('svg.grid').first().boundingBox())!.height / 16
  await page.mouse.move(x + 2000, y + height / 2 + cells * 4, { steps: 6 })
  await page.mouse.up()
  await expect.poll(() => cellOf(element(page, 'volts'))).toBe('25, row 6')
  await saved(page)
  await page.reload()
  await page.getByRole('button', { name: 'Layout 3', exact: true }).click()
  await expect.poll(() => cellOf(element(page, 'volts'))).toBe('25, row 6')
  await expect.poll(() => cellOf(element(page, 'used'))).toBe('12, row 8')

  // What the set has no glyph for is said, here and among the findings; taken away by key, and back by undo.
  await page.getByRole('button', { name: 'Nearby traffic' }).click()
  await expect(page.getByLabel('What is wrong with this layout')).toContainText('DSP-03 Nearby traffic needs the glyph')
  await expect(page.getByTestId('findings')).toContainText('DSP-03')
  await element(page, 'traffic').focus()
  await page.keyboard.press('Delete')
  await expect(element(page, 'traffic')).toHaveCount(0)
  await expect(page.getByTestId('findings')).not.toContainText('DSP-03')
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(element(page, 'traffic')).toHaveCount(1)
  expect(await accessibilityFaults(page)).toEqual([])
})

test('values run along the flight by keyboard; layouts are copied, named, compared, removed and saved', async ({ page }) => {
  const id = await freshBuild(page, 'fellside-mapper', 'Played', true)
  await page.goto(`${address}/builds/${id}/flight`)
  await page.getByRole('button', { name: 'make an empty one' }).click()
  await page.getByRole('button', { name: 'Flight timer' }).click()
  const moment = page.getByLabel('Moment of the flight')
  await moment.focus()
  await page.keyboard.press('Home')
  await expect(element(page, 'timer')).toContainText('00:00')
  for (let at = 0; at < 40; at += 1) await page.keyboard.press('ArrowRight')
  await expect(element(page, 'timer')).toContainText('00:10')
  await page.getByRole('button', { name: 'Play the flight' }).press('Enter')
  await expect(element(page, 'timer')).not.toContainText('00:10')
  await page.getByRole('button', { name: 'Pause the flight' }).press('Enter')
  await page.getByLabel('everything at its longest').check()
  await expect(element(page, 'timer')).toContainText('99:59')

  await page.getByRole('button', { name: 'Copy', exact: true }).click()
  const name = page.getByLabel('Name', { exact: true })
  await enter(name, 'Landing')
  const both = page.getByLabel('All layouts side by side')
  await expect(both.getByRole('button')).toHaveCount(2)
  await both.getByRole('button', { name: 'Choose Layout 1', exact: true }).click()
  await expect(name).toHaveValue('Layout 1')
  expect((await saveAs(page, 'Save the picture as SVG')).toString('utf8')).toMatch(/^<svg /)
  await page.getByRole('button', { name: 'Remove', exact: true }).click()
  await expect(both).toHaveCount(0)
  await expect(name).toHaveValue('Landing')
  await saved(page)
  await page.reload()
  await expect(name).toHaveValue('Landing')
  expect(await accessibilityFaults(page)).toEqual([])
})

test('a build that nothing draws text for says what it wants', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Bare', true)
  await page.goto(`${address}/builds/${id}/fit-out`)
  await page.getByRole('button', { name: 'Remove Text overlay' }).click()
  await page.getByRole('link', { name: /Flight/ }).click()
  await expect(page.getByText('Nothing in this build draws text over the picture.')).toBeVisible()
})

test('a layout is tried on other grids, of displays and of one’s own; what does not fit there is listed', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Grids', true)
  await page.goto(`${address}/builds/${id}/flight`)
  await expect.poll(() => cellOf(element(page, 'timer'))).toBe('25, row 2')
  const grid = page.getByLabel('Grid', { exact: true })
  await grid.focus()
  await grid.selectOption('60×22')
  // Held at its edge, it goes along; back on the fitted one all is as it was.
  await expect.poll(() => cellOf(element(page, 'timer'))).toBe('55, row 2')
  await grid.selectOption('own')
  const columns = page.getByLabel('Columns')
  await enter(columns, '9999')
  await expect(page.getByRole('alert')).toHaveText('10 to 120 columns, whole')
  await enter(columns, '12')
  await expect(page.getByLabel('What is wrong with this layout')).toContainText('DSP-02')
  await grid.selectOption('fitted')
  await expect.poll(() => cellOf(element(page, 'timer'))).toBe('25, row 2')
  await expect(page.getByLabel('What is wrong with this layout')).toHaveCount(0)
})

test('layouts and glyphs go out to files and come in again; a wrong file is said', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Files', true)
  await page.goto(`${address}/builds/${id}/flight`)
  const layout = await saveAs(page, 'Save the layout')
  const png = await saveAs(page, 'Save the picture as PNG')
  expect(png.readUInt32BE(16)).toBe(30 * 12)
  expect(png.readUInt32BE(20)).toBe(16 * 18)
  const sheet = await saveAs(page, 'Save the glyphs as a PNG sheet')
  const bdf = (await saveAs(page, 'Save the glyphs as BDF')).toString('utf8')
  expect(bdf).toMatch(/^STARTFONT 2\.1\n/)

  const file = (name: string, mimeType: string, content: Buffer | string) => ({ name, mimeType, buffer: Buffer.from(content) })
  await page.getByLabel('File of a layout').setInputFiles(file('again.json', 'application/json', layout))
  await expect(page.getByRole('button', { name: 'Along the dam', exact: true })).toHaveCount(2)
  await page.getByLabel('File of a layout').setInputFiles(file('wrong.json', 'application/json', '{"format":"else"}'))
  await expect(page.getByRole('alert')).toContainText('wrong.json: format')

  // A set without an A shows a placeholder for it, here and as a finding; the own set is taken again.
  await page.getByLabel('File of glyphs').setInputFiles(file('sheet.png', 'image/png', sheet))
  await expect(page.getByText(/glyphs \(sheet\), drawn by/)).toBeVisible()
  const without = bdf.replace(/STARTCHAR U\+0041[\s\S]*?ENDCHAR\n/, '')
  await page.getByLabel('File of glyphs').setInputFiles(file('no-a.bdf', 'text/plain', without))
  await expect(page.getByTestId('findings')).toContainText('DSP-03')
  await page.getByLabel('File of glyphs').setInputFiles(file('broken.bdf', 'text/plain', 'nonsense'))
  await expect(page.getByRole('alert')).toContainText('broken.bdf: line 1: is no BDF file')
  await page.getByLabel('File of glyphs').setInputFiles(file('broken.png', 'image/png', 'nonsense'))
  await expect(page.getByRole('alert')).toContainText('broken.png: is no PNG that can be read')
  await saved(page)
  await page.reload()
  await expect(page.getByText(/glyphs \(no-a\), drawn by/)).toBeVisible()
  await page.getByRole('button', { name: 'Save or load', exact: true }).click()
  await page.getByText('The product’s own glyphs').click()
  await expect(page.getByTestId('findings')).not.toContainText('DSP-03')
  await saved(page)
})

test.describe('a board away', () => {
  // The server says so.
  test.use({ expected: { faults: [/422/] } })
  test('the display of a board follows what is laid out, and says where none answers', async ({ page }) => {
    const id = await freshBuild(page, 'spillway-hex', 'Followed', true)
    const server = new StandInServer(
      factsOf(resolvePlan(demo('spillway-hex')).board),
      join(mkdtempSync(join(tmpdir(), 'standin-')), 'board.json'),
    )
    const port = await server.listen()
    await page.goto(`${address}/builds/${id}/settings?view=board`)
    await page.getByLabel(/port/i).first().fill(String(port))
    await page.getByRole('link', { name: /Flight/ }).click()
    await page.getByLabel('on the board too').check()
    const board = page.getByRole('img', { name: /^The board shows:/ })
    await expect(board).toHaveAccessibleName(/24\.8V.*01:30/)
    // A dragged element, a moment of the flight: the board shows them at once.
    await page.getByLabel('Moment of the flight').fill('240')
    await expect(board).toHaveAccessibleName(/03:30/)
    await element(page, 'timer').focus()
    await page.keyboard.press('Delete')
    await expect(board).not.toHaveAccessibleName(/03:30/)
    await server.kill()
    await page.getByLabel('Moment of the flight').fill('250')
    await expect(page.getByRole('alert')).toContainText('no board answers at port')
    await server.listen(port)
    await page.getByRole('button', { name: 'Try again' }).click()
    await expect(board).toBeVisible()
    await server.kill()
  })
})
