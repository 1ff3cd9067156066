import { expect } from '@playwright/test'
import type { BoardDefinition } from '../../core/catalogue'
import { accessibilityFaults, address, enter, fresh, freshBuild, test } from './helpers'

test('outputs are set against timers cell by cell, by keys alone, and what is no cell is said', async ({ page }) => {
  const name = fresh('Matrix')
  await page.goto(`${address}/catalogue`)
  await page.getByRole('button', { name: 'New board' }).click()
  const dialog = page.getByRole('dialog', { name: 'New definition' })
  await dialog.getByLabel('Name').fill(name)
  await dialog.getByRole('combobox', { name: 'Start from' }).focus()
  await page.keyboard.type('So')
  await dialog.getByLabel('Serial ports').fill('-5')
  await dialog.getByRole('button', { name: 'Make' }).click()
  await expect(dialog.getByText('ports: a whole number from 0 to 16')).toBeVisible()
  await dialog.getByLabel('Serial ports').fill('5')
  await dialog.getByLabel('Rails besides 5 V').fill('3.3; 9')
  await dialog.getByLabel('Rails besides 5 V').press('Enter')
  await expect(page.getByRole('heading', { name })).toBeVisible()

  await page.getByRole('button', { name: 'Timers', exact: true }).click()
  const cell = page.getByLabel(/^Outputs at M1, pulses/)
  await expect(cell).toHaveValue('?')
  await enter(cell, '3 d1s4')
  await expect(cell).toHaveValue('3 d1s4')
  await enter(page.getByLabel(/^Outputs at M2, pulses/), '4 d1s4')
  await expect(page.getByText('Stream d1s4: M1, M2, of which one at a time can be in use.')).toBeVisible()
  await enter(cell, '<b>x</b>')
  await expect(page.getByRole('alert').filter({ hasText: 'is not a channel, such as 2' })).toBeVisible()
  await expect(cell).toHaveValue('3 d1s4')
  await cell.press('ArrowDown')
  await expect(page.getByLabel(/^Outputs at M2, pulses/)).toBeFocused()
  expect(await accessibilityFaults(page)).toEqual([])

  await page.getByRole('button', { name: 'Rails', exact: true }).click()
  await page.getByRole('button', { name: /^9 V: 9 V · up to/ }).press('Enter')
  await expect(page.getByLabel('label of v9')).toBeFocused()
  // Half typed it is drawn as it last was.
  const volts = page.getByLabel('volts of v9')
  for (const nonsense of ['abc', '<b>x</b>', '-5']) {
    await enter(volts, nonsense)
    await expect(page.getByText('Errors, to correct before it can be saved')).toBeVisible()
    await expect(page.getByRole('button', { name: /^9 V: 9 V · up to/ })).toBeVisible()
  }
  await enter(volts, '9')
  await expect(page.getByText('No errors')).toBeVisible()
  expect(await accessibilityFaults(page)).toEqual([])
  await page.keyboard.press('Control+s')
  await expect(page.getByText(`${name} is saved`)).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Timers', exact: true }).click()
  await expect(page.getByLabel(/^Outputs at M1, pulses/)).toHaveValue('3 d1s4')
})

test('a firmware version is edited by what differs, as a revision is', async ({ page }) => {
  await page.goto(`${address}/catalogue/board/corran-7`)
  await page.getByRole('button', { name: 'Firmware' }).click()
  await page.getByLabel('Name of a new firmware').fill('fw50')
  await page.getByLabel('Name of a new firmware').press('Enter')
  await page.getByRole('button', { name: 'Ports', exact: true }).click()
  await enter(page.getByLabel('highest rate of uart1'), '9600')
  await page.getByRole('button', { name: 'Firmware', exact: true }).click()
  await expect(page.getByRole('textbox', { name: 'ports.uart1.maxBaud of fw50' })).toHaveValue('9600')
  await page.getByRole('button', { name: 'Take back ports.uart1.maxBaud of fw50' }).click()
  await expect(page.getByRole('textbox', { name: 'ports.uart1.maxBaud of fw50' })).toBeHidden()
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByLabel('Name of a new firmware').fill('fw50')
  await expect(page.getByText('fw50 is there already')).toBeVisible()
})

test('a newer board is compared by its pads, and taken by a build that says what it changes there', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', fresh('Newer'), true)
  const catalogue = async () =>
    (await (await page.request.get(`${address}/api/catalogue`)).json()) as {
      boards: Record<string, BoardDefinition>
      standing: Record<string, { version: number }>
    }
  const before = await catalogue()
  const board = before.boards['brae-mini']!
  const put = async (definition: BoardDefinition) => {
    const { standing } = await catalogue()
    const base = standing['board:brae-mini']?.version ?? 0
    expect((await page.request.put(`${address}/api/definitions/board/brae-mini`, { data: { definition, base } })).ok()).toBe(true)
  }
  const [first, second] = Object.keys(board.pads)
  try {
    await put({ ...board, summary: `${board.summary} Once more.` })
    await put({
      ...board,
      pads: {
        ...board.pads,
        [first!]: { ...board.pads[first!]!, x: board.pads[first!]!.x + 0.5 },
        [second!]: { ...board.pads[second!]!, label: 'ODD' },
        EXTRA: { ...board.pads[first!]!, label: 'EXTRA', x: 12, y: 12 },
      },
      rails: Object.fromEntries(Object.entries(board.rails).map(([rail, part]) => [rail, { ...part, limit: part.limit / 10 }])),
    })
    await page.goto(`${address}/catalogue/board/brae-mini`)
    await page.getByRole('button', { name: 'Versions' }).click()
    await page
      .getByRole('button', { name: /^Compare version/ })
      .first()
      .click()
    const versions = page.getByRole('dialog', { name: 'Versions of this definition' })
    await expect(versions.getByText('1 pad added')).toBeVisible()
    await expect(versions.getByText('1 pad moved')).toBeVisible()
    await expect(versions.getByText('1 pad changed otherwise')).toBeVisible()
    expect(await accessibilityFaults(page)).toEqual([])
    await versions.getByRole('button', { name: 'Close' }).click()

    await page.goto(`${address}/builds/${id}/fit-out`)
    await expect(page.getByText('Brae Mini in the catalogue differs from that in this build.')).toBeVisible()
    await page.getByRole('button', { name: 'Compare', exact: true }).click()
    const dialog = page.getByRole('dialog', { name: 'Newer definitions' })
    await expect(dialog.getByText('1 pad moved')).toBeVisible()
    await expect(
      dialog
        .getByRole('listitem')
        .filter({ hasText: /bring.*PWR-02/ })
        .first(),
    ).toBeVisible()
    expect(await accessibilityFaults(page)).toEqual([])
    await dialog.getByRole('button', { name: 'Take the catalogue’s' }).click()
    await expect(page.getByText('Brae Mini is as in the catalogue.')).toBeVisible()
    await expect(page.getByText('in the catalogue differs')).toBeHidden()
    await page.keyboard.press('Control+z')
    await expect(page.getByText('in the catalogue differs')).toBeVisible()
  } finally {
    await put(board)
  }
})

test('boards and devices are listed by what fits a build', async ({ page }) => {
  const id = await freshBuild(page, 'culvert-scout', fresh('Fitting'), true)
  await page.goto(`${address}/catalogue?fits=${id}`)
  await expect(page.getByText(/^(\d+) of \1 tried$/)).toBeVisible()
  await expect(page.getByRole('link', { name: 'Brae Mini', exact: true })).toBeVisible()
  const listed = await page.getByRole('checkbox', { name: /^Compare / }).count()
  await page.getByRole('combobox', { name: 'Fits' }).focus()
  await page.keyboard.type('any')
  await expect(page.getByText(/tried$/)).toBeHidden()
  expect(await page.getByRole('checkbox', { name: /^Compare / }).count()).toBeGreaterThan(listed)
  await page.goto(`${address}/catalogue?fits=${id}&kind=device`)
  await expect(page.getByText(/^(\d+) of \1 tried$/)).toBeVisible()
  await expect(page.getByRole('cell', { name: /^(fits|at a cost)$/ }).first()).toBeVisible()
  expect(await accessibilityFaults(page)).toEqual([])
})

test('a parts list of a whole craft is pasted, corrected where it is not understood, and added in one step', async ({ page }) => {
  const made = await page.request.post(`${address}/api/builds`, { data: { name: fresh('Pasted'), board: 'corran-7' } })
  await page.goto(`${address}/builds/${((await made.json()) as { id: string }).id}/fit-out`)
  await page.getByRole('button', { name: 'Add a device' }).click()
  await page.getByRole('button', { name: 'Paste a parts list' }).click()
  const dialog = page.getByRole('dialog', { name: 'Paste a parts list' })
  const list = dialog.getByRole('textbox', { name: 'Parts, one a line' })
  await list.fill('99 x Gault 40')
  await expect(dialog.getByText(/^line 1 “99” of Gault 40/)).toBeVisible()
  await list.fill('Qty\tPart\n1\tCorran 7\n4\tGault 40\n1\tgnss with compass\n1\tUnheard Of')
  await expect(dialog.getByRole('status')).toHaveText('1 of 4 lines understood')
  await expect(dialog.getByText('is the board of this build')).toBeVisible()
  await dialog.getByLabel(/^What line 3 is/).selectOption({ index: 1 })
  expect(await accessibilityFaults(page)).toEqual([])
  await dialog.getByRole('button', { name: 'Add 5' }).click()
  await expect(page.getByText('5 devices added to the fit-out.')).toBeVisible()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(page.getByText(/^5 devices, /)).toBeVisible()
  await page.keyboard.press('Control+z')
  await expect(page.getByText('No devices yet.')).toBeVisible()
})
