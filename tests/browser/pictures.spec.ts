import { expect, type Page } from '@playwright/test'
import { Hand } from './hand'
import { accessibilityFaults, address, fresh, test } from './helpers'

/** The board that is photographed, in mm: holes 30.5 mm apart, four rows of pads. */
const rows = [
  { labels: 'TX1', count: 10, from: [7, 1.6], to: [29, 1.6] },
  { labels: 'M1', count: 8, from: [34.4, 8], to: [34.4, 28] },
  { labels: '5V', count: 2, from: [1.6, 8], to: [1.6, 10.5] },
  { labels: 'BAT', count: 2, from: [1.6, 13], to: [1.6, 15.5] },
  { labels: 'SDA', count: 2, from: [1.6, 18], to: [1.6, 20.5] },
  { labels: 'CURR LED BZ+ BZ- CAM VTX', count: 6, from: [1.6, 22], to: [1.6, 29] },
  { labels: 'CH1', count: 10, from: [8, 34.4], to: [28, 34.4] },
] as const
type At = readonly [number, number]

/** A photograph taken at a slant, on a brown table. Returns where each place of the board is seen. */
async function photograph(page: Page): Promise<{ file: Buffer; seen: (at: At) => { x: number; y: number } }> {
  const side = 520
  const dots = rows.flatMap(({ count, from, to }) =>
    Array.from({ length: count }, (_, at) => {
      const along = at / (count - 1)
      return `<rect x="${from[0] + (to[0] - from[0]) * along - 0.8}" y="${from[1] + (to[1] - from[1]) * along - 0.8}"
        width="1.6" height="1.6" fill="#d9b45a"/>`
    }),
  )
  await page.setViewportSize({ width: 900, height: 700 })
  await page.setContent(`<body style="margin:0;background:#8a7f70">
    <svg viewBox="0 0 36 36" style="position:absolute;left:180px;top:80px;width:${side}px;height:${side}px;
      transform:perspective(900px) rotateX(18deg) rotateY(-12deg) rotateZ(4deg)">
      <rect width="36" height="36" rx="1" fill="#173a2c"/>${dots.join('')}</svg>`)
  const file = await page.screenshot()
  // The browser tells where it drew: from the matrix of the transform, about the middle of the element.
  const matrix = await page.evaluate(
    () => new DOMMatrix(getComputedStyle(document.querySelector('svg')!).transform).toFloat64Array() as unknown as number[],
  )
  const m = Object.values(matrix)
  const seen = ([x, y]: At) => {
    const [u, v] = [(x / 36 - 0.5) * side, (y / 36 - 0.5) * side]
    const w = m[3]! * u + m[7]! * v + m[15]!
    return { x: 180 + side / 2 + (m[0]! * u + m[4]! * v) / w, y: 80 + side / 2 + (m[1]! * u + m[5]! * v) / w }
  }
  await page.setViewportSize({ width: 1280, height: 800 })
  return { file, seen }
}

test('a board of 40 pads from a photograph at a slant: in less than 120 clicks and keys, each pad where it is', async ({
  page,
}) => {
  const { file, seen } = await photograph(page)
  await page.goto(`${address}/catalogue`)
  const hand = new Hand(page)
  await hand.click('New board')
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await hand.write(fresh('Tern'))
  await hand.press('Enter')
  await hand.click('From a picture instead')
  hand.count += 2
  await page.getByLabel('Picture file').setInputFiles({ name: 'tern top.png', mimeType: 'image/png', buffer: file })
  const picture = page.getByTestId('picture')
  const shown = (await picture.locator('image').boundingBox())!
  const scale = shown.width / 900
  for (const corner of [
    [0, 0],
    [36, 0],
    [36, 36],
    [0, 36],
  ] as const) {
    const { x, y } = seen(corner)
    await hand.clickAt(shown.x + x * scale, shown.y + y * scale)
  }
  await expect(page.getByText('Outline 36 × 36 mm, no holes.')).toBeVisible()
  expect(await accessibilityFaults(page)).toEqual([])
  await hand.click('Lay it under the drawing')
  const form = page.getByRole('form', { name: 'Pads to place' })
  await expect(form).toBeVisible()
  const drawing = page.getByTestId('board')
  for (const { labels, count, from, to } of rows) {
    const field = form.getByLabel('Labels to place')
    await expect(field).toHaveValue('')
    hand.count += 1
    await field.click()
    await hand.write(labels)
    if ((await form.getByLabel('How many pads').inputValue()) !== String(count) && !labels.includes(' ')) {
      await form.getByLabel('How many pads').fill(String(count))
      await form.getByLabel('How many pads').press('Tab')
      hand.count += 2 + String(count).length
    }
    const board = (await drawing.locator('rect.outline').first().boundingBox())!
    const at = (place: At) => [board.x + (place[0] / 36) * board.width, board.y + (place[1] / 36) * board.height] as const
    await hand.clickAt(...at(from))
    await hand.clickAt(...at(to))
  }
  await expect(drawing.locator('[data-pad]')).toHaveCount(40)
  await page.keyboard.press('Control+s')
  hand.count += 1
  await expect(page.getByText(`${fresh('Tern')} is saved`)).toBeVisible()
  console.log(`a board of 40 pads from a picture: ${hand.count} clicks and keys`)
  expect(hand.count).toBeLessThan(120)

  const { boards } = (await (await page.request.get(`${address}/api/catalogue`)).json()) as {
    boards: Record<
      string,
      {
        pads: Record<string, { label: string; x: number; y: number }>
        ports: object
        rails: object
        attached: Record<string, { picture: string; laid: object }>
      }
    >
  }
  const { pads, ports, rails, attached } = boards[fresh('tern')]!
  expect([Object.keys(pads).length, Object.keys(ports).length, Object.keys(rails).length]).toEqual([40, 5, 2])
  for (const { labels, from, to } of rows) {
    const [first] = labels.split(' ')
    const pad = Object.values(pads).find(({ label }) => label === first)!
    expect(Math.hypot(pad.x - from[0], pad.y - from[1]), first).toBeLessThan(0.3)
    expect(Object.values(pads).some(({ x, y }) => Math.hypot(x - to[0], y - to[1]) < 0.3)).toBe(true)
  }
  // The picture lies straight under the drawing: its pads are where the drawing has them.
  const { picture: kept } = attached.p1!
  const colours = await page.evaluate(
    async ({ path, places }) => {
      const bitmap = await createImageBitmap(await (await fetch(path)).blob())
      const context = new OffscreenCanvas(bitmap.width, bitmap.height).getContext('2d')!
      context.drawImage(bitmap, 0, 0)
      const scale = bitmap.width / 44
      return places.map(({ x, y }) => [...context.getImageData((x + 4) * scale, (y + 4) * scale, 1, 1).data.slice(0, 3)])
    },
    { path: `/api/pictures/${kept}`, places: Object.values(pads) },
  )
  for (const [red, green, blue] of colours)
    expect(Math.hypot(red! - 0xd9, green! - 0xb4, blue! - 0x5a), `${red} ${green} ${blue}`).toBeLessThan(60)

  // After a reload it is there, under the drawing and in the list; the slider takes it away.
  await page.reload()
  await expect(drawing.locator('image')).toBeVisible()
  await page.getByRole('button', { name: 'Pictures', exact: true }).click()
  await expect(page.getByLabel('Name of tern top')).toHaveValue('tern top')
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('slider', { name: 'Picture' }).focus()
  await page.keyboard.press('Home')
  await expect(drawing.locator('image')).toBeHidden()
})

test('pads are chosen, moved in whole rows, straightened and removed, by pointer and by keys', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  const hand = new Hand(page)
  await hand.click('New board')
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await hand.write(fresh('Skua'))
  await hand.press('Enter')
  await page.getByRole('dialog', { name: 'Paste pads' }).getByRole('button', { name: 'Cancel' }).click()
  await hand.click('Place on the drawing')
  const form = page.getByRole('form', { name: 'Pads to place' })
  await form.getByLabel('Labels to place').fill('M1')
  await form.getByRole('button', { name: 'Place', exact: true }).click()
  await form.getByRole('button', { name: 'Done' }).click()
  const drawing = page.getByTestId('board')
  const place = (id: string) => page.getByLabel(`y of ${id}`, { exact: true })
  const pad = (id: string) => drawing.locator(`[data-pad="${id}"]`)
  await expect(place('M1')).toHaveValue('1.6')
  // Keys move the pad that has the focus, alone.
  await pad('M1').focus()
  await page.keyboard.press('ArrowDown')
  await page.keyboard.press('Shift+ArrowDown')
  await expect(place('M1')).toHaveValue('2.7')
  await expect(place('M2')).toHaveValue('1.6')
  await page.keyboard.press('Shift+ArrowUp')
  await page.keyboard.press('ArrowUp')
  // A press twice takes the row; all of it goes along.
  await pad('M2').locator('.shape').dblclick()
  await expect(page.getByText('4 pads chosen')).toBeVisible()
  const { x, y } = (await pad('M2').locator('.shape').boundingBox())!
  await page.mouse.move(x + 4, y + 4)
  await page.mouse.down()
  await page.mouse.move(x + 4, y + 40, { steps: 4 })
  await page.mouse.up()
  const moved = await place('M1').inputValue()
  expect(Number(moved)).toBeGreaterThan(3)
  await expect(place('M4')).toHaveValue(moved)
  // Escape in the middle of it leaves all as it was.
  await page.mouse.down()
  await page.mouse.move(x + 80, y + 80, { steps: 4 })
  await page.keyboard.press('Escape')
  await page.mouse.up()
  await expect(place('M1')).toHaveValue(moved)
  await page.getByLabel('y of M2', { exact: true }).fill('9')
  await page.getByLabel('y of M2', { exact: true }).press('Tab')
  await pad('M1').click()
  for (const id of ['M2', 'M3', 'M4']) await pad(id).click({ modifiers: ['Shift'] })
  await page.getByRole('button', { name: 'Straighten' }).click()
  await expect(place('M2')).not.toHaveValue('9')
  await expect(place('M2')).toHaveValue(await place('M3').inputValue())
  await pad('M3').focus()
  await page.keyboard.press('Delete')
  await expect(drawing.locator('[data-pad]')).toHaveCount(0)
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(drawing.locator('[data-pad]')).toHaveCount(4)
  // A connector with its contacts, and the USB plug.
  await page.getByRole('button', { name: 'Place on the drawing' }).click()
  await form.getByLabel('What is placed').selectOption('a connector')
  await form.getByLabel('Labels to place').fill('5V GND TX1 RX1')
  await form.getByLabel('Name of the connector').fill('GPS')
  const board = (await drawing.locator('rect.outline').first().boundingBox())!
  await page.mouse.click(board.x + board.width * 0.3, board.y + board.height * 0.8)
  await page.mouse.click(board.x + board.width * 0.4, board.y + board.height * 0.8)
  await expect(page.getByLabel('connector of TX1')).toHaveValue('GPS')
  await expect(page.getByLabel('contact of TX1')).toHaveValue('3')
  await form.getByLabel('What is placed').selectOption('the USB plug')
  await page.mouse.click(board.x + board.width - 6, board.y + board.height * 0.5)
  await page.getByRole('button', { name: 'Basics' }).click()
  await expect(page.getByRole('combobox', { name: 'USB at the edge' })).toHaveAttribute('value', 'right')
  expect(await accessibilityFaults(page)).toEqual([])
})

test('pictures, a page of a manual and an address are at hand in a build, and what is none is refused with its reason', async ({
  page,
}) => {
  await page.setContent('<h1>Wiring</h1><p style="break-before:page">Second page, with the drawing</p>')
  const manual = await page.pdf({ format: 'A5' })
  const drawing = await page.screenshot()
  await page.goto(address)
  await page.getByRole('link', { name: 'Culvert scout' }).first().click()
  await expect(page.getByRole('heading', { name: 'Fit-out' })).toBeVisible()
  await page.getByRole('button', { name: 'Pictures', exact: true }).click()
  const all = page.getByRole('dialog', { name: 'Pictures and pages' })
  await expect(all.getByText('Nothing is kept with this build yet.')).toBeVisible()
  await all.getByRole('button', { name: 'Add a picture' }).click()
  const adding = page.getByRole('dialog', { name: 'Picture', exact: true })
  const give = (name: string, buffer: Buffer, mimeType = 'image/png') =>
    adding.getByLabel('Picture file').setInputFiles({ name, mimeType, buffer })
  const size = Buffer.alloc(8)
  size.writeUInt32BE(30_000)
  size.writeUInt32BE(30_001, 4)
  const head = Buffer.from('\x89PNG\r\n\x1a\n\0\0\0\rIHDR', 'latin1')
  for (const [name, buffer, said] of [
    [
      'huge.png',
      Buffer.concat([head, size, Buffer.alloc(20)]),
      'huge.png has 30000 × 30001 pixels; up to 60 million are opened.',
    ],
    ['cut.png', drawing.subarray(0, 60), 'cut.png is damaged: it cannot be shown.'],
    ['words.png', Buffer.from('not a picture'), 'words.png is no picture that can be opened: PNG, JPEG, WebP or PDF.'],
    ['broken.pdf', Buffer.from('%PDF-1.7 and no more'), 'broken.pdf cannot be shown'],
  ] as const) {
    await give(name, buffer)
    await expect(adding.getByRole('alert')).toContainText(said)
    await expect(adding.getByRole('button', { name: 'Keep it as it is' })).toBeDisabled()
  }
  await give('manual.pdf', manual, 'application/pdf')
  await expect(adding.getByText('Page 1 of 2')).toBeVisible()
  await adding.getByRole('button', { name: 'Next page' }).click()
  await expect(adding.getByText('Page 2 of 2')).toBeVisible()
  await adding.getByLabel('Name').fill('Wiring, page 2')
  await adding.getByRole('button', { name: 'Keep it as it is' }).click()
  await expect(all.getByLabel('Name of Wiring, page 2')).toBeVisible()
  await all.getByRole('button', { name: 'Add an address' }).click()
  await all.getByLabel('Address of Page').fill('https://example.org/manual')
  await all.getByLabel('Address of Page').press('Tab')
  await all.getByLabel('Name of Page').fill('Maker')
  await all.getByLabel('Name of Page').press('Tab')
  await all.getByLabel('Name of Maker').fill('  ')
  await all.getByLabel('Name of Maker').press('Tab')
  await expect(all.getByLabel('Name of Maker')).toHaveValue('Maker')
  await expect(all.getByRole('link', { name: 'Open Maker' })).toHaveAttribute('href', 'https://example.org/manual')
  await all.getByLabel('Note on Maker').fill('ask for Anna')
  await all.getByLabel('Note on Maker').press('Tab')
  expect(await accessibilityFaults(page)).toEqual([])
  await all.getByRole('button', { name: 'Close' }).click()
  await expect(page.getByRole('button', { name: /^Saved/ })).toBeVisible()
  await page.reload()
  await page.getByRole('button', { name: 'Pictures', exact: true }).click()
  await expect(all.getByLabel('Note on Maker')).toHaveValue('ask for Anna')
  await all.getByRole('button', { name: 'Show Wiring, page 2' }).click()
  const large = page.getByRole('dialog', { name: 'Wiring, page 2' })
  await expect(large.getByTestId('picture')).toBeVisible()
  await large.getByRole('button', { name: 'Closer' }).click()
  await large.getByRole('button', { name: 'Close', exact: true }).click()
  await all.getByRole('button', { name: 'Remove Wiring, page 2' }).click()
  await expect(all.getByLabel('Name of Wiring, page 2')).toBeHidden()
  await all.getByRole('button', { name: 'Close' }).click()
  await page.getByRole('button', { name: 'Undo' }).click()
  await page.getByRole('button', { name: 'Pictures', exact: true }).click()
  await expect(all.getByLabel('Name of Wiring, page 2')).toBeVisible()
})
