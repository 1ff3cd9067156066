import { strToU8, zipSync } from 'fflate'
import { expect } from '@playwright/test'
import { accessibilityFaults, address, test } from './helpers'

test.describe.configure({ mode: 'serial' })

test('a board of one’s own: made, filled from a pasted table, drawn, checked, revised, saved, used', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  await page.getByRole('button', { name: 'New board' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Bench 1')
  await page.getByRole('dialog').getByRole('button', { name: 'Make' }).click()
  await expect(page.getByRole('heading', { name: 'Bench 1' })).toBeVisible()
  const dialog = page.getByRole('dialog', { name: 'Paste pads' })
  await dialog.getByLabel('Labels, one a line').fill('pad,x,y,side,pin,functions\nT1,2,b,top,PA1,uart-tx:uart1\n')
  await expect(dialog.getByRole('alert')).toContainText('row 2, x: “b” is not a length'.replace('x', 'y'))
  await expect(dialog.getByRole('button', { name: 'Take as proposed' })).toBeDisabled()
  await dialog.getByRole('button', { name: 'Cancel' }).click()
  await expect(page.getByTestId('checks')).toContainText('no pads yet')
  await page.getByRole('button', { name: 'Paste labels or a table' }).click()
  await dialog
    .getByLabel('Labels, one a line')
    .fill(
      'pad,x,y,side,pin,functions\nT1,2,5,top,PA1,uart-tx:uart1\nR1,2,8,top,PA2,uart-rx:uart1\nV,2,11,top,,supply:v5\nG,2,14,top,,ground\n',
    )
  await expect(dialog.getByTestId('pasted-summary')).toHaveText('4 pads · 1 port · 0 outputs · 2 rails')
  await dialog.getByRole('button', { name: 'Take: it is right so' }).click()
  await expect(page.getByTestId('board').locator('[data-pad="T1"]')).toHaveAttribute('aria-label', /TX of Port 1/)

  await page.getByRole('button', { name: 'Revisions' }).click()
  await page.getByLabel('Name of a new revision').fill('2')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByRole('button', { name: 'Pad table' }).click()
  await page.getByLabel('y of R1').fill('9.5')
  await page.getByLabel('y of R1').press('Tab')
  await page.getByRole('button', { name: 'Revisions' }).click()
  await expect(page.getByRole('textbox', { name: 'pads.R1.y of 2' })).toHaveValue('9.5')
  // Typed in its column, and the base's own value is no difference.
  await page.getByRole('textbox', { name: 'pads.R1.y of 2' }).fill('8')
  await page.getByRole('textbox', { name: 'pads.R1.y of 2' }).press('Tab')
  await expect(page.getByLabel('revisions', { exact: true })).toContainText('They differ in nothing')
  await page.keyboard.press('Control+z')
  await expect(page.getByRole('textbox', { name: 'pads.R1.y of 2' })).toHaveValue('9.5')
  expect(await accessibilityFaults(page)).toEqual([])
  await page.keyboard.press('Control+s')
  await expect(page.getByText('Bench 1 is saved')).toBeVisible()

  const { boards } = (await (await page.request.get(`${address}/api/catalogue`)).json()) as {
    boards: Record<string, { pads: object; revisions: object }>
  }
  expect(boards['bench-1']).toMatchObject({
    pads: { R1: { y: 8 } },
    revisions: { 2: { differences: { pads: { R1: { y: 9.5 } } } } },
  })
})

test('the source says what is wrong while it is typed, and keeps what was good', async ({ page }) => {
  await page.goto(`${address}/catalogue/device/merlow-n1`)
  await page.getByRole('button', { name: 'Source' }).click()
  const source = page.getByLabel('Definition as YAML')
  await source.click()
  await page.keyboard.press('Control+Home')
  await page.keyboard.type('mass: [')
  await expect(page.getByTestId('checks')).toContainText('Errors, to correct')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  for (let times = 0; times < 8; times += 1) await page.keyboard.press('Backspace')
  await page.keyboard.press('Control+Home')
  await expect(page.getByTestId('checks')).toContainText('No errors')
  await page.getByRole('button', { name: 'Terminals' }).click()
  await expect(page.getByLabel('label of tx')).toHaveValue('TX')
})

test('the parts of a device are typed into tables, and checked as they are typed', async ({ page }) => {
  await page.goto(`${address}/catalogue/device/merlow-n1`)
  const tab = (name: string) => page.getByRole('navigation', { name: 'Ways to edit' }).getByRole('button', { name }).click()
  for (const name of ['Supplies', 'Outputs', 'Pads', 'Ports', 'Connectors', 'Needs', 'Radios']) {
    await tab(name)
    await expect(page.getByRole('button', { name: /^Add a / })).toBeVisible()
  }
  await tab('Settings')
  await page.getByRole('button', { name: 'Add a setting' }).click()
  await page.getByLabel('label of s4').fill('Antenna power')
  await page.getByLabel('label of s4').press('Enter')
  await page.getByLabel('kind of s4').selectOption('number')
  await expect(page.getByTestId('checks')).toContainText('No errors')
  await expect(page.getByLabel('label of s4')).toHaveValue('Antenna power')
  for (const [field, value] of [
    ['least', '0'],
    ['most', 'lots'],
    ['value as it ships', '3'],
  ] as const) {
    await page.getByLabel(`${field} of s4`).fill(value)
    await page.getByLabel(`${field} of s4`).press('Enter')
  }
  await expect(page.getByTestId('checks')).toContainText('settings.s4.max')
  await expect(page.getByRole('button', { name: 'Save', exact: true })).toBeDisabled()
  await page.getByLabel('most of s4').fill('5')
  await page.getByLabel('most of s4').press('Enter')
  await expect(page.getByTestId('checks')).toContainText('No errors')
  await tab('Terminals')
  await tab('Settings')
  await expect(page.getByLabel('label of s4')).toHaveValue('Antenna power')
  await page.getByRole('button', { name: 'Remove setting s4' }).click()
  await expect(page.getByLabel('label of s4')).toHaveCount(0)
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByLabel('most of s4')).toHaveValue('5')
})

test('what is typed and not saved outlasts a reload, is taken back, and is dropped where that is said', async ({ page }) => {
  const path = `${address}/catalogue/board/corran-7`
  await page.goto(path)
  const mass = page.getByLabel('Mass')
  await expect(mass).toHaveValue('14.2')
  await mass.fill('15')
  await mass.press('Enter')
  await expect(page.getByText('Not saved yet')).toBeVisible()
  await page.reload()
  await expect(mass).toHaveValue('15')
  await expect(page.getByText('Unsaved change of this definition recovered: change mass.')).toBeVisible()
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(mass).toHaveValue('14.2')
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Rails' }).click()
  await page.getByLabel('limit of v5', { exact: true }).fill('2,5')
  await page.getByLabel('limit of v5', { exact: true }).press('Enter')
  await page.getByRole('link', { name: 'Rules' }).click()
  await page.getByRole('button', { name: 'Leave', exact: true }).click()
  await expect(page.getByRole('heading', { name: 'Rules' })).toBeVisible()
  await page.goto(path)
  await expect(page.getByText('Saved', { exact: true })).toBeVisible()
  await page.getByRole('button', { name: 'Rails' }).click()
  await expect(page.getByLabel('limit of v5', { exact: true })).not.toHaveValue('2.5')
})

test.describe('two who save one definition', () => {
  test.use({ expected: { faults: [/409/] } })

  test('are asked what becomes of it, and both come together', async ({ page, browser }) => {
    const context = await browser.newContext({ viewport: { width: 1280, height: 800 } })
    const other = await context.newPage()
    for (const each of [page, other]) await each.goto(`${address}/catalogue/board/brae-mini`)
    for (const [each, field, value] of [
      [other, 'Maker', 'Other Hands'],
      [page, 'Mass', '3.3'],
    ] as const) {
      await each.getByLabel(field).fill(value)
      await each.getByLabel(field).press('Enter')
      await each.getByRole('button', { name: 'Save', exact: true }).click()
      if (each === other) await expect(each.getByText('Brae Mini is saved')).toBeVisible()
    }
    const dialog = page.getByRole('dialog')
    await expect(dialog).toContainText('The two changes touch different places')
    await dialog.getByRole('button', { name: 'Put both together' }).click()
    await expect(page.getByLabel('Maker')).toHaveValue('Other Hands')
    await page.getByRole('button', { name: 'Save', exact: true }).click()
    await expect(page.getByText('Brae Mini is saved')).toBeVisible()
    await context.close()
  })
})

test.describe('library files', () => {
  test.use({ expected: { faults: [/400/] } })

  test('come in whole or not at all, and go out again', async ({ page }) => {
    await page.goto(`${address}/catalogue`)
    const library = await (await page.request.get(`${address}/api/catalogue`)).json()
    const board = { ...library.boards['brae-mini'], id: 'brae-copy', name: 'Brae copy' }
    const file = (definitions: unknown[]) => ({
      name: 'x.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ format: 'ypodoma-library', schema: 1, definitions })),
    })
    await page.getByLabel('Definition file').setInputFiles(file([board, { ...board, id: 'bad', ports: 7 }]))
    await expect(page.getByRole('alert')).toContainText('definitions[1].ports')
    await expect(page.getByRole('link', { name: 'Brae copy', exact: true })).toBeHidden()
    await page.getByLabel('Definition file').setInputFiles(file([board]))
    await expect(page.getByRole('link', { name: 'Brae copy', exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'Delete Brae copy of your own' }).click()
    await expect(page.getByRole('link', { name: 'Brae copy', exact: true })).toBeHidden()
    expect(await accessibilityFaults(page)).toEqual([])
  })
})

test('a zip and several files come in together, with a report of each', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  const { boards, devices } = (await (await page.request.get(`${address}/api/catalogue`)).json()) as {
    boards: Record<string, object>
    devices: Record<string, object>
  }
  const text = (value: object) => JSON.stringify(value)
  const packed = Buffer.from(
    zipSync({
      'mine/fulmar.json': strToU8(text({ ...boards['brae-mini'], id: 'fulmar', name: 'Fulmar' })),
      'mine/same.json': strToU8(text(boards['brae-mini']!)),
      'mine/bad.yaml': strToU8('kind: board\nid: bad'),
      'mine/photo.jpg': strToU8('x'),
    }),
  )
  const scaup = { ...devices['merlow-n1'], id: 'scaup', name: 'Scaup' }
  await page.getByLabel('Definition file').setInputFiles([
    { name: 'mine.zip', mimeType: 'application/zip', buffer: packed },
    { name: 'scaup.json', mimeType: 'application/json', buffer: Buffer.from(text(scaup)) },
  ])
  const report = page.getByTestId('import-report')
  await expect(report).toContainText(
    '2 definitions imported from 3 files; 1 left as they are, 1 file refused, 1 other file passed over',
  )
  await expect(report).toContainText('mine.zip: mine/bad.yaml')
  await expect(page.getByRole('link', { name: 'Fulmar', exact: true })).toBeVisible()
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('button', { name: 'Undo' }).click()
  await expect(page.getByRole('link', { name: 'Fulmar', exact: true })).toBeHidden()
  // One that is damaged changes nothing, and says so.
  await page.getByLabel('Definition file').setInputFiles({
    name: 'cut.zip',
    mimeType: 'application/zip',
    buffer: packed.subarray(0, 60),
  })
  await expect(page.getByRole('alert')).toContainText('cut.zip is damaged: it cannot be unpacked')
})

test.describe('a file over what is there', () => {
  test.use({ expected: { faults: [/409/] } })

  test('shows where it differs, and is undone with one press', async ({ page }) => {
    await page.goto(`${address}/catalogue`)
    const shipped = (await (await page.request.get(`${address}/api/catalogue`)).json()).boards['brae-mini']
    const changed = { ...shipped, summary: 'Written over by a file.' }
    const fresh = { ...shipped, id: 'brae-new', name: 'Brae new' }
    await page.getByLabel('Definition file').setInputFiles({
      name: 'over.json',
      mimeType: 'application/json',
      buffer: Buffer.from(JSON.stringify({ format: 'ypodoma-library', schema: 1, definitions: [changed, fresh] })),
    })
    const dialog = page.getByRole('dialog', { name: 'Import over what is there' })
    await expect(dialog).toContainText('summary')
    await expect(dialog).toContainText('Written over by a file.')
    await dialog.getByRole('button', { name: 'Replace them' }).click()
    await expect(page.getByRole('cell', { name: 'Written over by a file.' })).toBeVisible()
    await expect(page.getByRole('link', { name: 'Brae new', exact: true })).toBeVisible()
    await page.getByRole('button', { name: 'Undo' }).click()
    await expect(page.getByText('The import is undone.')).toBeVisible()
    await expect(page.getByRole('link', { name: 'Brae new', exact: true })).toBeHidden()
    await page.reload()
    await expect(page.getByRole('cell', { name: shipped.summary, exact: true })).toBeVisible()
  })
})

test('from a definition to the builds that use it, and a search that outlasts a reload', async ({ page }) => {
  await page.goto(`${address}/catalogue?kind=device&find=merlow`)
  await page.getByRole('link', { name: 'Builds with Merlow N3C' }).click()
  await expect(page.getByRole('link', { name: 'Spillway hex', exact: true })).toBeVisible()
  await expect(page.getByRole('link', { name: 'Culvert scout' })).toBeHidden()
  await page.reload()
  await expect(page.getByRole('textbox', { name: 'Name, board, part or note' })).toHaveValue('Merlow N3C')
  await expect(page.getByRole('link', { name: 'Culvert scout' })).toBeHidden()
})

test('up to four are compared in columns, with what is unlike', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  const boxes = page.getByRole('checkbox', { name: /^Compare / })
  await expect(page.getByRole('button', { name: /^Compare \d/ })).toBeHidden()
  for (let at = 0; at < 4; at += 1) await boxes.nth(at).check()
  await expect(boxes.nth(4)).toBeDisabled()
  await boxes.nth(3).uncheck()
  await boxes.nth(2).uncheck()
  await page.getByRole('button', { name: 'Compare 2' }).click()
  const table = page.getByTestId('compared')
  await expect(table.getByRole('row', { name: /^Serial ports/ })).toBeVisible()
  const before = await table.getByRole('row').count()
  await page.getByLabel('Only what is unlike').check()
  await expect.poll(() => table.getByRole('row').count()).toBeLessThan(before)
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Devices', exact: true }).click()
  await expect(page.getByRole('button', { name: /^Compare \d/ })).toBeHidden()
})

test('the rules are there to read', async ({ page }) => {
  await page.goto(`${address}/rules`)
  await page.getByRole('textbox', { name: 'Find a rule' }).fill('SER-12')
  await expect(page.getByRole('article')).toHaveCount(1)
  expect(await accessibilityFaults(page)).toEqual([])
})

test('a search is cleared, and all is there again', async ({ page }) => {
  for (const [path, field] of [
    ['/rules', 'Find a rule'],
    ['/catalogue', 'Name, maker, kind or figure'],
  ] as const) {
    await page.goto(`${address}${path}`)
    await expect(page.getByText('BUS-01').or(page.getByText('Brae Mini')).first()).toBeVisible()
    await page.getByLabel(field, { exact: true }).fill('nothing has these words')
    await expect(page.getByText('BUS-01').or(page.getByText('Brae Mini'))).toHaveCount(0)
    await page.getByRole('button', { name: `Clear ${field}` }).click({ force: true })
    await expect(page.getByText('BUS-01').or(page.getByText('Brae Mini')).first()).toBeVisible()
  }
})

test('a draft that was left half typed is opened again as it is, with the drawing of what was saved', async ({ page }) => {
  await page.goto(`${address}/catalogue/board/corran-7`)
  const drawing = page.getByTestId('board')
  await expect(drawing).toBeVisible()
  const before = await drawing.getAttribute('viewBox')
  await page.getByRole('textbox', { name: 'Width' }).fill('nonsense')
  await page.getByRole('textbox', { name: 'Width' }).press('Tab')
  await expect(page.getByTestId('checks')).toContainText('outline.width')
  await expect(page.getByText('Not saved yet')).toBeVisible()
  await page.reload()
  await expect(page.getByTestId('checks')).toContainText('outline.width')
  await expect(drawing).toHaveAttribute('viewBox', before!)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(page.getByTestId('checks')).toContainText('No errors')
})

test('a notice that repeats a very long name covers none of the work', async ({ page }) => {
  await page.goto(`${address}/catalogue/board/corran-7`)
  const name = page.getByRole('textbox', { name: 'Name' })
  await name.fill('long '.repeat(2000))
  await name.press('Tab')
  await expect(page.getByTestId('checks')).toContainText('Errors')
  await page.keyboard.press('Control+s')
  const notice = page.locator('.v-snackbar__wrapper')
  await expect(notice).toContainText('has errors')
  await expect.poll(async () => (await notice.boundingBox())!.height).toBeLessThan(260)
  await page.getByRole('button', { name: 'Pictures', exact: true }).click()
  await expect(page.getByText('Nothing is kept with')).toBeVisible()
})
