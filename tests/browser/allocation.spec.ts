import { expect } from '@playwright/test'
import { drawnPlan } from '../helpers/drawn-plan'
import { lookAlikes } from '../helpers/look-alikes'
import { library } from '../helpers/plans'
import { address, freshBuild, saved, test } from './helpers'

const view = (page: import('@playwright/test').Page, name: string) =>
  page.getByLabel('Views of the allocation').getByRole('button', { name, exact: true }).click()

test('what does not fit is explained, and a way out settles it', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Tight', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  const deadlocks = page.getByTestId('deadlocks')
  await expect(deadlocks).toContainText('needs the place of one of: Control receiver: Control link, Text overlay: Text values')
  await deadlocks.getByRole('button', { name: 'Text overlay: hardware 1, half rate, giving up GNSS' }).click()
  await expect(page.locator('[data-port="uart1"]')).toContainText('Flight logger')
  await expect(deadlocks).toContainText('GNSS')
  await page.keyboard.press('Control+z')
  await expect(page.locator('[data-port="uart1"]')).toContainText('Text overlay')
})

test('the board takes a need by click and by keyboard, and says what would move', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Board', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await view(page, 'Board')
  const board = page.getByTestId('board')
  await expect(board.locator('[data-pad="TX1"]')).toHaveAttribute('aria-label', /serves serial for Control receiver/)
  await page.getByRole('button', { name: /Text overlay Text values/ }).click()
  await board.locator('[data-pad="TX1"]').hover()
  await expect(page.getByText(/Text overlay: Text values on pad TX1: fits; moves Control receiver to Port/)).toBeVisible()
  await board.locator('[data-pad="TX1"]').focus()
  await page.keyboard.press('Enter')
  await expect(board.locator('[data-pad="TX1"]')).toHaveAttribute('aria-label', /serves serial for Text overlay/)
  await page.getByLabel('Side of the board').getByRole('button', { name: 'Bottom' }).click()
  await expect(board.locator('[data-pad="AIR"]')).toHaveAttribute('aria-label', /analog input/)
})

test('the grid tells of pads what would have to move', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Grid', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await view(page, 'Fit grid')
  await page.getByLabel('Kind of place').getByRole('button', { name: 'Pads' }).click()
  await page.getByRole('button', { name: /^Spotlight on pad AUX: fits/ }).focus()
  await expect(page.getByText(/To have it there: fits; moves Wireless adapter to pad/)).toBeVisible()
})

test('an alternative is taken with one click', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Alternatives', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await view(page, 'Alternatives')
  const first = page.getByTestId('alternatives').locator('article').nth(1)
  await expect(first).toContainText('ESC four-in-one: pad CUR → pad AIR')
  await first.getByRole('button', { name: 'Take this one' }).click()
  await expect(page.getByRole('button', { name: 'Remove 0 locks, 1 ban' })).toBeVisible()
  await expect(page.getByTestId('proposal')).toContainText('drawbacks')
})

test('a log that the board keeps itself stands beside the lanes, and goes back to a port', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Recorded', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await view(page, 'Fit grid')
  await page.getByRole('button', { name: /^Flight logger on the board’s flash/ }).click()
  await view(page, 'Port lanes')
  const lanes = page.getByTestId('lanes')
  await expect(lanes).toContainText('In the board’s flash')
  await expect(page.getByTestId('findings')).toContainText('16 MiB, full after')
  await page.getByRole('button', { name: 'Remove 1 lock, 0 bans' }).click()
  await expect(lanes).not.toContainText('In the board’s flash')
})

test('a servo is locked to an output of the converter, and the wire goes there', async ({ page }) => {
  const id = await freshBuild(page, 'fellside-mapper', 'Converter', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await view(page, 'Fit grid')
  await page.getByLabel('Kind of place').getByRole('button', { name: 'Pads' }).click()
  await page.getByRole('button', { name: /^Elevator.*OUT 3 of Pulse converter/ }).click()
  await expect(page.getByRole('button', { name: 'Remove 1 lock, 0 bans' })).toBeVisible()
  await saved(page)
  await page.goto(`${address}/builds/${id}/harness`)
  await expect(page.getByRole('table')).toContainText('OUT 3')
  const { plan } = (await (await page.request.get(`${address}/api/builds/${id}`)).json()) as {
    plan: { assignment: Record<string, { place: string }> }
  }
  expect(plan.assignment['elevator/position']!.place).toBe('device:converter/out3')
})

test('the fit-out is tried on every board and moved to one', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Boards', true)
  await page.goto(`${address}/builds/${id}/allocation`)
  await view(page, 'Which board')
  const boards = page.getByTestId('boards')
  await expect(boards.getByRole('status')).toHaveText(/^(\d+) of \1 boards/)
  await boards.getByRole('button', { name: 'Move to Orchil Duo rev 2' }).click()
  await expect(page.getByRole('dialog')).toContainText('Flight logger: Log stream')
  await page.getByRole('dialog').getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByTestId('proposal')).toContainText('All')
  await view(page, 'Room left')
  await expect(page.getByTestId('room').getByRole('status')).toHaveText(/^(\d+) of \1 devices/)
  await saved(page)
})

test('of many boards the best are shown, and all where that is asked for or printed', async ({ page }) => {
  const boards = Object.fromEntries(lookAlikes(library, 70).map((board) => [board.id, board]))
  await page.route('**/api/catalogue', async (route) => {
    const response = await route.fetch()
    await route.fulfill({ response, json: { ...((await response.json()) as object), boards } })
  })
  const rows = page.getByTestId('boards').locator('tbody tr')
  for (const ask of [
    () => page.getByRole('button', { name: 'Show all 70' }).click(),
    () => page.evaluate(() => window.dispatchEvent(new Event('beforeprint'))),
  ]) {
    await page.goto(`${address}/builds/culvert-scout/allocation?view=boards`)
    await expect(page.getByText('The first 50 of 70 are shown.')).toBeVisible()
    await expect(rows).toHaveCount(50)
    await expect(rows.first()).toContainText(/fits/)
    await ask()
    await expect(rows).toHaveCount(70)
    await expect(page.getByText(/^The first/)).toHaveCount(0)
  }
})

test('a plan of forty-five devices is proven best in the browser', async ({ page }) => {
  const large = { ...drawnPlan(3, 45, library.boards['morrow-h9']!), name: 'Large' }
  const response = await page.request.post(`${address}/api/builds`, { data: { file: JSON.stringify(large) } })
  const { id } = (await response.json()) as { id: string }
  await page.goto(`${address}/builds/${id}/allocation`)
  await page.getByRole('button', { name: 'Allocate', exact: true }).click()
  const proposal = page.getByTestId('proposal')
  await expect(async () => {
    // A slow machine needs longer than is usual.
    const longer = page.getByRole('button', { name: 'Look longer', disabled: false })
    if (await longer.isVisible()) await longer.click({ timeout: 1000 })
    await expect(proposal).toContainText('proven best', { timeout: 5000 })
  }).toPass()
  await expect(proposal).toContainText('81 placed')
  await saved(page)
})

test('another board is taken with what becomes of each need said before and after', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Another board', true)
  await page.goto(`${address}/builds/${id}/fit-out`)
  await page.getByLabel('Board', { exact: true }).first().click({ force: true })
  await page.getByRole('option', { name: 'Corran 7' }).click()
  const dialog = page.getByRole('dialog', { name: 'Take another board' })
  await expect(dialog).toContainText(/Of \d+ needs \d+ keep a place of that name, \d+ move, 0 lose theirs/)
  await expect(dialog).toContainText('Software port 2 → Port')
  await dialog.getByRole('button', { name: 'Take it' }).click()
  await expect(page.getByText(/^Board Corran 7: \d+ kept, \d+ moved, 0 lost/)).toBeVisible()
  await saved(page)
  const { plan } = (await (await page.request.get(`${address}/api/builds/${id}`)).json()) as {
    plan: { board: { definition: string }; assignment: Record<string, unknown> }
  }
  expect(plan.board.definition).toBe('corran-7')
  expect(Object.keys(plan.assignment).length).toBeGreaterThan(10)
})

test.describe('where the catalogue does not come', () => {
  test.use({ expected: { faults: [/Failed to load resource/] } })

  test('what conflicts is said all the same, other boards once it came', async ({ page }) => {
    await page.route('**/api/catalogue', (route) => route.abort())
    await page.goto(`${address}/builds/fellside-mapper/allocation`)
    const deadlocks = page.getByTestId('deadlocks')
    await expect(deadlocks).toContainText('needs the place of one of')
    await expect(deadlocks).toContainText('No other board was tried: the catalogue does not answer.')
    await expect(deadlocks.getByRole('button', { name: /^Take another board/ })).toHaveCount(0)
    await page.unroute('**/api/catalogue')
    await deadlocks.getByRole('button', { name: 'Try again' }).click()
    await expect(deadlocks.getByRole('button', { name: /^Take another board/ }).first()).toBeVisible()
    await expect(deadlocks).not.toContainText('No other board was tried')
  })

  test('boards and room left say so, rest when stopped, and try again', async ({ page }) => {
    let answer: 'refused' | 'held' | 'given' = 'refused'
    let release = () => {}
    await page.route('**/api/catalogue', async (route) => {
      if (answer === 'refused') return route.abort()
      if (answer === 'held') await new Promise<void>((go) => (release = go))
      return route.continue()
    })
    await page.goto(`${address}/builds/spillway-hex/allocation?view=boards`)
    const again = page.getByRole('button', { name: 'Try again' })
    const stop = page.getByRole('button', { name: 'Stop', exact: true })
    const boards = page.getByTestId('boards')
    await expect(page.getByText('does not answer').first()).toBeVisible()
    await expect(again).toBeVisible()
    answer = 'held'
    await again.click()
    await stop.click()
    await expect(again).toBeVisible()
    const came = page.waitForResponse('**/api/catalogue')
    release()
    await came
    // What was stopped before it began is not begun.
    await expect(boards.getByRole('status')).toHaveText('0 of 0 boards and revisions tried')
    answer = 'given'
    await again.click()
    await expect(boards.getByRole('status')).toHaveText(/^(\d\d) of \1 boards/)
    answer = 'refused'
    await page.goto(`${address}/builds/spillway-hex/allocation?view=room`)
    await expect(page.getByText('does not answer').first()).toBeVisible()
    await expect(stop).toHaveCount(0)
    answer = 'given'
    await again.click()
    await expect(page.getByTestId('room').getByRole('status')).toHaveText(/^(\d\d) of \1 devices tried/, { timeout: 60_000 })
  })
})
