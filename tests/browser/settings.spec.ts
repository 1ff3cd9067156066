import { mkdtempSync, readFileSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { parse } from 'yaml'
import { expect, type Page } from '@playwright/test'
import { factsOf } from '../../standin/facts'
import { StandInServer } from '../../standin/server'
import { demo, type DemoName } from '../helpers/plans'
import { accessibilityFaults, address, freshBuild, saved, test } from './helpers'
import { resolvePlan } from '#core/plan'

const view = (page: Page, name: string) =>
  page.getByRole('navigation', { name: 'Views of the settings' }).getByRole('button', { name }).click()

test('both ends of a link, the sheet of its device and the finding are one thing', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Settings', true)
  await page.goto(`${address}/builds/${id}/settings`)
  const card = page.locator('[data-link="overlay/text"]')
  await expect(card).toContainText('Text overlay')
  expect(await accessibilityFaults(page)).toEqual([])
  await card.getByLabel('Rate at the device').selectOption({ label: '19 200' })
  await expect(page.getByTestId('findings')).toContainText('SER-02')
  await view(page, 'Devices')
  const rate = page.locator('[data-setting="overlay/baud"]')
  await expect(rate).toContainText('≠')
  await expect(page.getByLabel('Speed class of Text overlay')).toHaveValue('slow')
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('button', { name: 'Text rate of Text overlay as wanted' }).click()
  await expect(rate).toContainText('=')
  await expect(page.getByTestId('findings')).not.toContainText('SER-02')
})

test('only fixes that hold are offered, once each was tried', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Tried fixes', true)
  await page.goto(`${address}/builds/${id}/settings`)
  const link = page.locator('[data-link="overlay/text"]')
  await link.getByLabel('Rate at the board').selectOption('9600')
  const finding = page.getByTestId('findings').locator('article', { hasText: 'SER-02' })
  const fix = (name: string) => finding.getByRole('button', { name, exact: true })
  await expect(fix('Set both ends as worked out')).toBeVisible()
  await expect(fix('Set the board as the device')).toBeVisible()
  // At 9 600 baud the overlay would be no part that speaks: to set the device so brings another finding.
  await expect(fix('Set the device as the board')).toHaveCount(0)
  await fix('Set both ends as worked out').click()
  await expect(finding).toHaveCount(0)
})

test('a setting is kept, what cannot be is said at it, and it goes back as it was', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Sheets', true)
  await page.goto(`${address}/builds/${id}/settings?view=devices`)
  const frequency = page.getByLabel('Frequency of Video transmitter', { exact: true })
  for (const nonsense of ['', 'abc', '99', '1e9', '-5']) {
    await frequency.fill(nonsense)
    await frequency.blur()
    await expect(page.getByRole('alert').first(), nonsense).toContainText('Frequency')
  }
  await frequency.fill('5760')
  await frequency.blur()
  await expect(page.getByRole('alert')).toHaveCount(0)
  await page.getByLabel('Satellite corrections (SBAS) of GNSS and compass', { exact: true }).uncheck()
  await page.getByLabel('Speed class of Text overlay', { exact: true }).selectOption('slow')
  await expect(page.getByTestId('findings')).toContainText('SET-01')
  await saved(page)
  await page.reload()
  await expect(frequency).toHaveValue('5760')
  await expect(page.getByLabel('Satellite corrections (SBAS) of GNSS and compass', { exact: true })).not.toBeChecked()
  await page.getByRole('button', { name: 'Frequency of Video transmitter as wanted' }).click()
  await expect(frequency).toHaveValue('5800')
  const calibration = page.getByTestId('calibration')
  await expect(calibration).toContainText('213.3')
  await expect(calibration).toContainText('86.3 mm')
  await calibration.getByRole('button', { name: 'Keep for battery voltage' }).click()
  await expect(calibration).toContainText('Battery voltage: a scale of 213.3 is set on the board with this plan')
  await calibration.getByRole('button', { name: 'Leave the board’s own for battery voltage' }).click()
  await expect(calibration).not.toContainText('is set on the board')
  await calibration.getByLabel('Value shown').fill('0')
  await expect(calibration).toContainText('all three are above 0')
})

test('what is to be set is ticked off in rounds, saved as CSV and Markdown', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Rounds', true)
  await page.goto(`${address}/builds/${id}/settings?view=steps`)
  const steps = page.getByTestId('steps')
  await expect(steps.getByRole('heading', { name: 'Round 2' })).toBeVisible()
  const first = steps.getByRole('checkbox').first()
  await first.check()
  await expect(steps.getByRole('status')).toContainText(/^1 of \d+/)
  await saved(page)
  await page.reload()
  await expect(steps.getByRole('checkbox').first()).toBeChecked()
  expect(await accessibilityFaults(page)).toEqual([])
  const savedAs = async (form: string) => {
    await steps.getByRole('button', { name: 'Save as' }).click()
    const item = page.locator('.v-list').getByText(form, { exact: true })
    const [file] = await Promise.all([page.waitForEvent('download'), item.click()])
    return readFileSync(await file.path(), 'utf8')
  }
  expect(await savedAs('Markdown, to tick off')).toMatch(/^- \[x\] Brae Mini/m)
  expect(await savedAs('CSV')).toContain('Software ports')
  const data = JSON.parse(await savedAs('JSON')) as { rounds: { steps: { sets: object }[] }[] }
  expect(data.rounds.flatMap((round) => round.steps).some((step) => Object.keys(step.sets).length > 0)).toBe(true)
  expect(parse(await savedAs('YAML'))).toEqual(data)
})

test('load and log are told, and nonsense in a figure breaks nothing', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Load', true)
  await page.goto(`${address}/builds/${id}/settings?view=load`)
  const load = page.getByTestId('load')
  await expect(load).toContainText('86.8 %')
  await expect(load).toContainText('every loop (loses nothing)')
  await load.getByLabel('Loops a second').fill('2000')
  await load.getByLabel('Loops a second').press('Enter')
  await expect(load).toContainText('1 loop in 4 (loses nothing)')
  // Its link is too slow for that: the log goes to the board's flash, which is full before the craft is down.
  await expect(page.getByTestId('findings')).toContainText(/LOD-04.*full after 6 min at this rate; the craft flies 19 min/)
  await load.getByLabel('Take 1 loop in 4').click()
  await expect(page.getByTestId('findings')).not.toContainText('full after 6 min')
  await load.getByLabel('Bytes a record').fill('-3')
  await load.getByLabel('Bytes a record').press('Enter')
  await expect(load.getByText('6 to 1024 bytes, whole')).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(load.getByLabel('Loops a second')).toHaveValue('2000')
  await expect(load.getByLabel('Bytes a record')).toHaveValue('20')
  await load.getByRole('button', { name: 'As the logger takes it' }).click()
  await expect(load.getByLabel('Loops a second')).toHaveValue('500')
  await load.getByLabel('Written to').selectOption('flash')
  await expect(load).toContainText(/\d min/)
  await expect(load.getByTestId('redraws')).toContainText('1094')
  expect(await accessibilityFaults(page)).toEqual([])
})

/** A simulated board of the kind that a demo build is on, with nothing set. */
const simulatedBoard = (build: DemoName, habits?: ConstructorParameters<typeof StandInServer>[2]) =>
  new StandInServer(factsOf(resolvePlan(demo(build)).board), join(mkdtempSync(join(tmpdir(), 'standin-')), 'board.json'), habits)

test.describe('a board', () => {
  test.use({ expected: { faults: [/422/] } })

  test('is written, read back and explained in a ledger, and gets its backup back', async ({ page }) => {
    const server = simulatedBoard('spillway-hex')
    const port = await server.listen()
    const id = await freshBuild(page, 'spillway-hex', 'Board', true)
    await page.goto(`${address}/builds/${id}/settings?view=board`)
    const board = page.getByTestId('ledger')
    await board.getByLabel('Port on this machine').fill(String(port))
    await board.getByRole('button', { name: 'Read it' }).click()
    await expect(board).toContainText(/Read: 0 of \d+ as intended/)
    await expect(page.getByTestId('findings')).toContainText('SET-02')
    await board.getByRole('button', { name: 'Write to the board' }).click()
    await expect(board).toContainText(/Written and read back: (\d+) of \1 as intended/)
    await expect(page.getByTestId('findings')).not.toContainText('SET-02')
    await expect(board.getByLabel('What happened')).toContainText('Restarted round 1')
    await board.getByLabel('only what differs').check()
    await expect(board).toContainText('Nothing differs.')
    expect(await accessibilityFaults(page)).toEqual([])
    const [file] = await Promise.all([
      page.waitForEvent('download'),
      board.getByRole('button', { name: 'Backup', exact: true }).click(),
    ])
    expect(file.suggestedFilename()).toBe('Board board backup.json')
    await board.getByRole('button', { name: 'Put the backup back' }).click()
    await expect(page.getByText('The board has again what it had before.')).toBeVisible()
    await board.getByRole('button', { name: 'Read it' }).click()
    await expect(board).toContainText(/Read: 0 of \d+ as intended/)
    await board.getByLabel('Printed text').fill('port.0.rate: 420000\nport.1.rate: 9600\nhello')
    await board.getByRole('button', { name: 'Compare with the plan' }).click()
    await expect(board).toContainText(/Found 2 settings; 1 of \d+ are as intended/)
    await board.getByLabel('Pattern').fill('(')
    await board.getByRole('button', { name: 'Compare with the plan' }).click()
    await expect(board.getByRole('alert')).toContainText('The pattern')
    await board.getByRole('button', { name: 'The usual one' }).click()
    await board.getByRole('button', { name: 'Compare with the plan' }).click()
    await expect(board.getByRole('alert')).toHaveCount(0)
    await server.kill()
    await board.getByRole('button', { name: 'Read it' }).click()
    await expect(board.getByRole('alert')).toContainText('no board answers')
    await board.getByLabel('Port on this machine').fill('7')
    await expect(board.getByRole('alert').first()).toContainText('A port is a whole number')
    await expect(board.getByRole('button', { name: 'Write to the board' })).toBeDisabled()
  })

  test('is written from where it is told that it has other settings, in whichever stage', async ({ page }) => {
    const server = simulatedBoard('spillway-hex')
    const port = await server.listen()
    const id = await freshBuild(page, 'spillway-hex', 'Stale', true)
    await page.goto(`${address}/builds/${id}/settings?view=board`)
    const board = page.getByTestId('ledger')
    await expect(board).not.toContainText('A simulated')
    await board.getByLabel('Port on this machine').fill(String(port))
    await board.getByRole('button', { name: 'Read it' }).click()
    await expect(page.getByTestId('findings')).toContainText('SET-02')
    await page.getByRole('link', { name: /^Flight/ }).click()
    await page.waitForURL(/flight/)
    await page
      .getByTestId('findings')
      .getByRole('button', { name: `Write to the board at port ${port}` })
      .click()
    await expect(page.getByText('Written and read back.')).toBeVisible()
    await expect(page.getByTestId('findings').locator('.rule').getByText('SET-02')).toHaveCount(0)
    await server.kill()
  })

  test('that restarts without end is told, rescued, and has its backup again; what it has is kept with the plan', async ({
    page,
  }) => {
    const server = simulatedBoard('spillway-hex', { loopsAt: { key: 'receiver.type', value: 'serial' } })
    const port = await server.listen()
    const id = await freshBuild(page, 'spillway-hex', 'Loop', true)
    await page.goto(`${address}/builds/${id}/settings?view=board`)
    const board = page.getByTestId('ledger')
    await board.getByLabel('Port on this machine').fill(String(port))
    await board.getByRole('button', { name: 'Write to the board' }).click()
    await expect(board.getByRole('alert')).toContainText('it restarts without end')
    expect(await accessibilityFaults(page)).toEqual([])
    await board.getByRole('button', { name: 'Rescue, erase and put back' }).click()
    await expect(page.getByText('Rescued; the board has again what it had before.')).toBeVisible()
    await expect(board).toContainText(/Read: 0 of \d+ as intended/)
    await saved(page)
    await page.reload()
    await expect(board).toContainText(/As last read: 0 of \d+ as intended/)
    await server.kill()
  })

  test('that is slow can be stopped', async ({ page }) => {
    const server = simulatedBoard('spillway-hex')
    const port = await server.listen()
    // From the fourth value on it takes its time.
    let sets = 0
    server.before = (method) => {
      if (method === 'put' && (sets += 1) > 3) for (const end = Date.now() + 120; Date.now() < end;);
    }
    const id = await freshBuild(page, 'spillway-hex', 'Stopped', true)
    await page.goto(`${address}/builds/${id}/settings?view=board`)
    const board = page.getByTestId('ledger')
    await board.getByLabel('Port on this machine').fill(String(port))
    await board.getByRole('button', { name: 'Write to the board' }).click()
    await board.getByRole('button', { name: 'Stop' }).click()
    await expect(board.getByRole('alert')).toContainText('Stopped. What was saved on the board so far stays')
    server.before = undefined
    await board.getByRole('button', { name: 'Write to the board' }).click()
    await expect(board).toContainText(/Written and read back: (\d+) of \1 as intended/)
    await server.kill()
  })

  test('of another kind is recognised, and nothing is sent', async ({ page }) => {
    const server = simulatedBoard('culvert-scout')
    const port = await server.listen()
    const id = await freshBuild(page, 'spillway-hex', 'Wrong board', true)
    await page.goto(`${address}/builds/${id}/settings?view=board`)
    const board = page.getByTestId('ledger')
    await board.getByLabel('Port on this machine').fill(String(port))
    await board.getByRole('button', { name: 'Write to the board' }).click()
    await expect(board.getByRole('alert')).toContainText('this is Brae Mini, the plan is for Corran 7')
    await server.kill()
  })
})

test('own text is made by a template, errors are told by line, and the template outlasts a reload', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Template', true)
  await page.goto(`${address}/builds/${id}/settings?view=text`)
  const made = page.getByLabel('Text that is made')
  await expect(made).toContainText('port.0.rate: 420000')
  const text = page.getByLabel('Template', { exact: true })
  await text.fill('{{ build.name }} on {{ board.name }}\n{{ nothing.here }}')
  await expect(page.getByRole('alert')).toContainText('line 2')
  await expect(made).toContainText('port.0.rate: 420000')
  await text.fill('{% for a in (1..99999999999) %}{{ a }}{% endfor %}')
  await expect(page.getByRole('alert')).toContainText('takes too much')
  await text.fill('{{ build.name }} on {{ board.name }}')
  await expect(made).toHaveText('Template on Corran 7')
  await page.reload()
  await expect(made).toHaveText('Template on Corran 7')
  await page.getByLabel('Start from').selectOption('sheet')
  await expect(made).toContainText('Video transmitter (Pharos 800)')
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(made).toHaveText('Template on Corran 7')
})

test.describe('the library', () => {
  test.use({ expected: { faults: [/409/] } })

  test('a template is kept in the library under its name, changed, taken up again and deleted', async ({ page }) => {
    const id = await freshBuild(page, 'spillway-hex', 'Kept', true)
    await page.goto(`${address}/builds/${id}/settings?view=text`)
    const text = page.getByLabel('Template', { exact: true })
    const made = page.getByLabel('Text that is made')
    const name = page.getByLabel('Name', { exact: true })
    const bench = `Bench note ${test.info().retry}`
    await expect(page.getByRole('button', { name: 'Keep in the library' })).toBeDisabled()
    await text.fill('{{ build.name }}, first')
    await name.fill(bench)
    await page.getByRole('button', { name: 'Keep in the library' }).click()
    await expect(page.getByText(`${bench} is kept in the library.`)).toBeVisible()
    await text.fill('{{ build.name }}, second')
    const second = page.waitForResponse((response) => response.request().method() === 'PUT')
    await page.getByRole('button', { name: 'Keep in the library' }).click()
    expect((await second).status()).toBe(200)
    await page.reload()
    await page.getByLabel('Start from').selectOption('pairs')
    await expect(name).toHaveValue('')
    await name.fill(bench)
    await page.getByRole('button', { name: 'Keep in the library' }).click()
    await expect(page.getByRole('alert').getByText(`${bench} is there already`)).toBeVisible()
    await page.getByLabel('Start from').selectOption({ label: bench })
    await expect(made).toHaveText('Kept, second')
    expect(await accessibilityFaults(page)).toEqual([])
    await page.getByRole('button', { name: 'Delete it there' }).click()
    await expect(page.getByLabel('Start from').getByRole('option', { name: bench })).toHaveCount(0)
    await expect(text).toHaveValue('{{ build.name }}, second')
    await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
    await expect(page.getByLabel('Start from').getByRole('option', { name: bench })).toHaveCount(1)
  })
})
