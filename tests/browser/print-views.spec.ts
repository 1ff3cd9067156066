import { expect, type Page } from '@playwright/test'
import { allViews } from '../../app/views'
import { readPdf } from '../helpers/pdf-text'
import { address, freshBuild, test } from './helpers'

const flat = (text: string) => text.normalize('NFKC').replace(/[\s\u00ad\u200b]+/g, '')

/** What a page holds as paper: its words and what its fields hold, as they are laid out for print. */
const wordsOnPaper = (page: Page) =>
  page.locator('main').evaluate((main) => {
    const found: string[] = []
    const walker = document.createTreeWalker(main, NodeFilter.SHOW_TEXT)
    for (let node = walker.nextNode(); node; node = walker.nextNode()) {
      const owner = node.parentElement!
      const range = document.createRange()
      range.selectNodeContents(node)
      const { width, height } = range.getBoundingClientRect()
      const style = getComputedStyle(owner)
      // What only a screen reader hears has a box of one pixel.
      if (width < 2 || height < 2 || style.visibility === 'hidden' || !owner.checkVisibility({ opacityProperty: true })) continue
      if (owner.closest('select, script, style, .d-sr-only, title')) continue
      const text = node.textContent!.trim()
      const printed = style.textTransform === 'uppercase' ? text.toUpperCase() : text
      found.push(...printed.split('\n').filter((line) => line.trim()))
    }
    const fields = 'input:not([type=checkbox], [type=radio], [type=range], [type=file], [type=color]), textarea, select'
    for (const field of main.querySelectorAll<HTMLInputElement | HTMLSelectElement>(fields)) {
      const { width, height } = field.getBoundingClientRect()
      if (width < 2 || height < 2 || !field.checkVisibility({ opacityProperty: true, visibilityProperty: true })) continue
      const typed = 'selectedOptions' in field ? (field.selectedOptions[0]?.textContent ?? '') : field.value
      found.push(...typed.split('\n').filter((line) => line.trim()))
    }
    return found
  })

/** Prints a page as it stands, and reads the paper back. */
async function checkPaper(page: Page, name: string, most: number) {
  await page.emulateMedia({ media: 'print' })
  // Until what comes later has come.
  let last = -1
  await expect
    .poll(
      async () => {
        const now = (await wordsOnPaper(page)).join('').length
        const isCalm = now > 100 && now === last
        last = now
        return isCalm
      },
      { message: `${name}: words to print`, intervals: [100, 300, 600] },
    )
    .toBe(true)
  const words = await wordsOnPaper(page)
  const pages = await readPdf(await page.pdf({ preferCSSPageSize: true }))
  await page.emulateMedia({ media: 'screen' })
  const paper = flat(pages.map(({ text }) => text).join(''))
  // What is pressed is for the screen.
  for (const control of ['Commands', 'Undo', 'Print this view']) expect(paper, name).not.toContain(flat(control))
  expect
    .soft(
      words.filter((text) => !paper.includes(flat(text))),
      `${name}: not on paper`,
    )
    .toEqual([])
  expect.soft(pages.length, `${name}: pages`).toBeLessThanOrEqual(most)
  pages.forEach(({ pieces, width, height }, at) => {
    const words = pieces.filter(({ text }) => text.trim())
    expect(words.length, `${name}: page ${at + 1} holds something`).toBeGreaterThan(2)
    const single = words.filter(({ text }) => /^\p{L}$/u.test(text.trim()))
    expect(single.length / words.length, `${name}: page ${at + 1} stands in letters`).toBeLessThan(0.35)
    const outside = words.filter(({ x, y }) => x < 0 || x > width || y < 0 || y > height)
    expect(
      outside.map(({ text }) => text),
      `${name}: page ${at + 1}`,
    ).toEqual([])
  })
}

test.beforeEach(({ page }) => page.addInitScript(() => localStorage.setItem('ypodoma.theme', 'night')))

test('each view of a build prints as a page that holds all its words', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'On paper', true)
  for (const { stage, id: view, query } of [{ stage: 'fit-out', id: '', query: {} }, ...allViews]) {
    await page.goto(`${address}/builds/${id}/${stage}?${new URLSearchParams(query)}`)
    await page.waitForLoadState('networkidle')
    await expect(page.locator('.stage-page')).not.toContainText(/Drawing it\.|working it out/)
    await expect(page.getByRole('button', { name: 'Stop', exact: true })).toHaveCount(0)
    // The field sheet goes along to the field: it is one page.
    await checkPaper(page, `${stage} ${view}`, view === 'sheet' ? 1 : 5)
  }
})

test('so do the other pages', async ({ page }) => {
  const others = {
    // Other tests make builds of whatever name.
    '/?find=Spillway hex': 3,
    '/rules': 24,
    '/catalogue': 6,
    '/backups': 2,
    '/catalogue/board/corran-7': 8,
    '/catalogue/device/corvid-xr': 6,
  }
  for (const [path, most] of Object.entries(others)) {
    await page.goto(`${address}${path}`)
    await page.waitForLoadState('networkidle')
    await checkPaper(page, path, most)
  }
})
