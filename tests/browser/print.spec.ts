import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { demo } from '../helpers/plans'
import { readPdf } from '../helpers/pdf-text'
import { address, freshBuild, test } from './helpers'
import { paperParts, paperTable } from '#core/documents'
import { adopt, analyse } from '#core/engine'
import { wiresOf } from '#core/harness'
import { resolvePlan } from '#core/plan'

const flat = (text: string) => text.replace(/\s+/g, '')

/** The page as paper, read back. */
async function printed(page: Page) {
  const pages = await readPdf(await page.pdf({ preferCSSPageSize: true }))
  return { pages, text: flat(pages.map(({ text }) => text).join('')) }
}

/** The words in the cells of a table as it stands on the screen. */
const cells = (page: Page, table: string) =>
  page
    .locator(`${table} tbody tr`)
    .evaluateAll((rows) =>
      rows.map((row) =>
        [...row.querySelectorAll('td:not(.no-print)')].map(
          (cell) =>
            (cell.querySelector<HTMLInputElement>('input:not([type=checkbox])')?.value || (cell as HTMLElement).innerText).split(
              '\n',
            )[0] ?? '',
        ),
      ),
    )

test.beforeEach(({ page }) => page.addInitScript(() => localStorage.setItem('ypodoma.theme', 'night')))

test('every table of the harness is printed whole, on white, from the dark theme too', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Printed', true)
  await page.goto(`${address}/builds/${id}/harness`)
  const view = (name: string) => page.getByLabel('Views of the harness').getByRole('button', { name, exact: true }).click()
  const plan = { ...demo('spillway-hex'), name: 'Printed' }
  const resolved = resolvePlan(adopt(plan, analyse(plan).proposal))
  const wires = wiresOf(resolved)
  await view('Tables')
  const parts = { 'Wire list': 'wires', 'Cut list': 'cut', Connectors: 'connectors', 'Bill of materials': 'materials' } as const
  for (const [name, part] of Object.entries(parts)) {
    const tab = page.getByTestId('tables').getByRole('button', { name, exact: true })
    await tab.click()
    await expect(tab).toHaveAttribute('aria-pressed', 'true')
    const { pages, text } = await printed(page)
    for (const row of paperTable(part, resolved, wires).rows) expect(text, `${name}: ${row[0]}`).toContain(flat(String(row[0])))
    for (const row of await cells(page, '.v-table')) {
      for (const cell of row) expect(text, `${name}: ${cell}`).toContain(flat(cell))
    }
    pages.forEach((sheet, at) => {
      const inside = ({ x, y }: { x: number; y: number }) => x > 0 && x < sheet.width && y > 0 && y < sheet.height
      expect(sheet.pieces.filter((piece) => !inside(piece))).toEqual([])
      expect(sheet.width).toBeGreaterThan(sheet.height)
      expect(sheet.text).toContain('Printed')
      expect(sheet.text).toMatch(/version 1/)
      expect(sheet.text).toContain(`${at + 1} of ${pages.length}`)
    })
    for (const control of ['Papers', 'Undo', 'Commands', 'CSV']) expect(text, name).not.toContain(control)
  }
  await page.getByTestId('tables').getByRole('button', { name: 'Wire list', exact: true }).click()
  await page.emulateMedia({ media: 'print' })
  for (const part of ['body', '.v-application', '.main', 'td input']) {
    const colour = await page
      .locator(part)
      .first()
      .evaluate((element) => getComputedStyle(element).backgroundColor)
    expect(['rgb(255, 255, 255)', 'rgba(0, 0, 0, 0)'], part).toContain(colour)
  }
  const ink = await page
    .locator('td')
    .first()
    .evaluate((cell) => getComputedStyle(cell).color)
  expect(ink).toMatch(/27, 42, 58|0\.105882 0\.164706 0\.227451/)
})

test('the papers are one PDF of the parts that were chosen', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Papers of one', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await expect(page.locator('.drawing .badge').first()).toBeVisible()
  const make = async () => {
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      page.getByRole('dialog', { name: 'Papers as PDF' }).getByRole('button', { name: 'Make the PDF' }).click(),
    ])
    return { name: file.suggestedFilename(), pages: await readPdf(new Uint8Array(readFileSync(await file.path()))) }
  }
  await page.getByRole('button', { name: 'Papers PDF' }).click()
  // Those that whoever solders asks for are chosen at first.
  await expect(page.getByRole('dialog').getByLabel('Wire list', { exact: true })).toBeChecked()
  await expect(page.getByRole('dialog').getByLabel('Findings', { exact: true })).not.toBeChecked()
  await page.getByRole('dialog').getByRole('button', { name: 'all', exact: true }).click()
  const whole = await make()
  expect(whole.name).toBe('Papers of one papers.pdf')
  for (const title of Object.values(paperParts)) {
    expect(
      whole.pages.some(({ text }) => text.includes(title)),
      title,
    ).toBe(true)
  }
  expect(whole.pages[0]!.text).toContain('Papers of one')
  await page.getByRole('button', { name: 'Papers PDF' }).click()
  const dialog = page.getByRole('dialog', { name: 'Papers as PDF' })
  for (const title of Object.values(paperParts)) await dialog.getByLabel(title, { exact: true }).uncheck()
  await expect(dialog.getByRole('button', { name: 'Make the PDF' })).toBeDisabled()
  await dialog.getByLabel('Harness drawing', { exact: true }).check()
  await dialog.getByLabel('black and white').check()
  await dialog.getByLabel('A3').check()
  const drawing = await make()
  expect(drawing.name).toBe('Papers of one harness drawing.pdf')
  expect(drawing.pages).toHaveLength(1)
  expect(Math.round(drawing.pages[0]!.width)).toBe(1191)
  expect(drawing.pages[0]!.text).toContain('black and white')
})
