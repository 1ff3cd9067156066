import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import Papa from 'papaparse'
import { accessibilityFaults, address, breakOff, dragFrom, freshBuild, saved, test } from './helpers'

const view = (page: Page, name: string) =>
  page.getByLabel('Views of the harness').getByRole('button', { name, exact: true }).click()

/** Waits until no better arrangement is looked for any more, and what is drawn stays where it is. */
async function settled(page: Page) {
  let before = ''
  await expect(async () => {
    await expect(page.getByTestId('harness')).toHaveAttribute('aria-busy', 'false')
    const now = JSON.stringify(await page.locator('[data-box="gnss"] .box').first().boundingBox())
    const same = now === before
    before = now
    expect(same).toBe(true)
  }).toPass({ intervals: [600] })
}

test('a device is dragged, the wires follow, the place is kept and can be undone', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Drawing', true)
  await page.goto(`${address}/builds/${id}/harness`)
  const box = page.locator('[data-box="gnss"] .box')
  await expect(box).toBeVisible()
  await settled(page)
  const wire = page.locator('[data-wire="gnss.tx"] polyline').first()
  const before = await wire.getAttribute('points')
  const at = (await box.boundingBox())!
  await dragFrom(page, box, { x: 40, y: 102 }, { x: 30, y: 8 })
  await expect(wire).not.toHaveAttribute('points', before!)
  await page.mouse.up()
  await saved(page)
  await settled(page)
  const moved = (await box.boundingBox())!
  expect(moved.y - at.y).toBeGreaterThan(60)
  await page.reload()
  await expect(box).toBeVisible()
  await settled(page)
  expect(Math.abs((await box.boundingBox())!.y - moved.y)).toBeLessThan(30)
  await page.getByRole('button', { name: 'Arrange anew' }).click()
  await expect(page.getByRole('button', { name: 'Arrange anew' })).toBeHidden()
})

test('a drag that is broken off by Escape changes nothing, on the sheet and on the airframe', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Broken off', true)
  await page.goto(`${address}/builds/${id}/harness`)
  const box = page.locator('[data-box="gnss"] .box')
  await expect(box).toBeVisible()
  await settled(page)
  const wire = page.locator('[data-wire="gnss.tx"] polyline').first()
  const before = await wire.getAttribute('points')
  await breakOff(page, box, { x: 40, y: 100 })
  await expect(wire).toHaveAttribute('points', before!)
  await expect(page.getByRole('button', { name: 'Arrange anew' })).toBeHidden()
  await view(page, 'Airframe')
  await breakOff(page, page.locator('[data-part="gnss"]').first(), { x: 60, y: 40 })
  await expect(page.getByRole('button', { name: 'Undo', exact: true })).toBeDisabled()
})

test('layers turn labels into wires; SVG and PNG come out', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Papers', true)
  await page.goto(`${address}/builds/${id}/harness`)
  // The whole of it can be read at once: no letter is under eight pixels.
  const badge = page.locator('.drawing .badge').first()
  const name = page.locator('.drawing .from-afar').first()
  await expect(page.getByText('Looking for fewer crossings')).toBeHidden()
  await expect(badge).toBeVisible()
  const letters = await page.locator('.drawing').evaluate((svg: SVGSVGElement) => {
    const scale = svg.getScreenCTM()!.a
    return [...svg.querySelectorAll('text')].map((text) => scale * parseFloat(getComputedStyle(text).fontSize))
  })
  expect(Math.min(...letters)).toBeGreaterThanOrEqual(7.9)
  // From farther off names alone are shown, and that is said.
  for (let i = 0; i < 2; i += 1) await page.getByRole('button', { name: 'Zoom out' }).click()
  await expect(name).toBeVisible()
  expect((await name.boundingBox())!.height).toBeGreaterThanOrEqual(9)
  await expect(badge).toBeHidden()
  await expect(page.getByText('Too small for its letters')).toBeVisible()
  await page.getByRole('button', { name: 'Show all' }).click()
  await expect(name).toBeHidden()
  await expect(badge).toBeVisible()
  // A part in hand shows its wires alone, with both ends.
  await page.locator('[data-box="gnss"]').click()
  const close = page.getByRole('region', { name: 'Wires of GNSS and compass' })
  await expect(close.getByRole('row')).toHaveCount(6)
  await expect(close).toContainText('Corran 7 RX2')
  await close.getByRole('button', { name: 'Close' }).click()
  await expect(close).toBeHidden()
  await page.getByLabel('Layers').getByLabel('supply').check()
  await page.getByLabel('Layers').getByLabel('ground').check()
  await expect(page.locator('.drawing .badge')).toHaveCount(0)
  await page.getByRole('button', { name: 'Save as' }).click()
  const [svg] = await Promise.all([page.waitForEvent('download'), page.getByText('Drawing SVG', { exact: true }).click()])
  const text = readFileSync(await svg.path(), 'utf8')
  expect(text).toContain('@font-face')
  expect(text).toContain('>Corran 7</text>')
  await page.getByRole('button', { name: 'Save as' }).click()
  const [png] = await Promise.all([page.waitForEvent('download'), page.getByText('Drawing PNG', { exact: true }).click()])
  expect(
    readFileSync(await png.path())
      .subarray(1, 4)
      .toString(),
  ).toBe('PNG')
})

test('a part is moved on the airframe and its wires change length', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Airframe', true)
  await page.goto(`${address}/builds/${id}/harness`)
  const length = async () => {
    const { plan } = (await (await page.request.get(`${address}/api/builds/${id}`)).json()) as {
      plan: { positions: Record<string, { y: number }> }
    }
    return plan.positions.gnss?.y
  }
  await view(page, 'Airframe')
  const above = page.locator('[data-side="top"] [data-part="gnss"]')
  await above.focus()
  for (let times = 0; times < 3; times += 1) await page.keyboard.press('ArrowUp')
  await saved(page)
  expect(await length()).toBe(Math.round(0.17 * 680) + 15)
  const beside = page.locator('[data-side="right"] [data-part="gnss"]')
  await beside.focus()
  await page.keyboard.press('ArrowUp')
  await above.click()
  await expect(page.getByLabel('Underside above')).toHaveValue('75')
  for (const [field, nonsense, said] of [
    ['Underside above', '', '-2000 to 2000 mm'],
    ['Motor to motor, or span', '0', '50 to 5000 mm'],
    ['Equipment up to', '-5', '1 to 200000 g'],
  ] as const) {
    await page.getByLabel(field).fill(nonsense)
    await page.getByLabel(field).press('Tab')
    await expect(page.getByTestId('airframe')).toContainText(said)
  }
  await page.getByLabel('Equipment up to').fill('')
  await page.getByLabel('Equipment up to').press('Tab')
  await page.getByRole('button', { name: 'Turn, 0°' }).click()
  await expect(page.getByRole('button', { name: 'Turn, 90°' })).toBeVisible()
  await saved(page)
  await page.reload()
  await expect(above).toBeVisible()
  await expect(page.getByRole('button', { name: 'Turn, 90°' })).toBeVisible()
  await expect(page.getByLabel('Underside above')).toHaveValue('75')
  await page.getByRole('button', { name: /^Battery – Distribution board/ }).focus()
  await expect(page.getByTestId('airframe')).toContainText(/between .* and .*wires.*mm thick/s)
  await page.getByRole('button', { name: 'Select nothing' }).click()
  await page.getByLabel('Equipment up to').fill('900')
  await page.getByLabel('Equipment up to').press('Tab')
  await expect(page.getByTestId('findings')).toContainText('g over the limit of 900 g')
  expect(await accessibilityFaults(page)).toEqual([])
})

test('wires meet in a splice that leads one on, and all of it is kept', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Splice', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByText('joins up to 4 wires').click()
  const inspector = page.getByTestId('inspector')
  await expect(inspector).toContainText('Splice 1')
  await inspector.getByLabel('Lead a wire from here to').fill('VBAT')
  await page.getByRole('option', { name: 'board VBAT' }).first().click()
  await expect(inspector).toContainText('1 end here')
  await saved(page)
  await page.reload()
  await expect(page.getByTestId('harness')).toContainText('Splice 1')
  await inspector.getByLabel('Name').fill('Battery splice')
  await inspector.getByLabel('Name').press('Tab')
  await expect(page.getByTestId('harness')).toContainText('Battery splice')
  await inspector.getByRole('button', { name: 'Remove it' }).click()
  await expect(page.getByTestId('harness')).not.toContainText('Battery splice')
  await page.getByRole('button', { name: 'Add', exact: true }).click()
  await page.getByText('between any two points').click()
  await page.getByLabel('From', { exact: true }).fill('Camera GND')
  await page.getByRole('option', { name: 'Camera GND' }).click()
  await page.getByRole('button', { name: 'Add it' }).isDisabled()
  await page.getByLabel('To', { exact: true }).fill('Text overlay GND')
  await page.getByRole('option', { name: 'Text overlay GND', exact: true }).click()
  await page.getByRole('button', { name: 'Add it' }).click()
  await expect(inspector).toContainText('Camera GND to Text overlay')
  await saved(page)
  expect(await accessibilityFaults(page)).toEqual([])
})

test('the workshop’s colours are chosen, kept, and taken into another build', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Painted', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await page.getByRole('button', { name: 'Colours' }).click()
  await page.getByLabel('Motor 1', { exact: true }).first().click({ force: true })
  await page.getByRole('option', { name: 'BN, brown' }).click()
  await page.getByRole('button', { name: 'Keep as the workshop’s' }).click()
  expect(await accessibilityFaults(page)).toEqual([])
  await page.getByRole('button', { name: 'Done' }).click()
  await saved(page)
  const other = await freshBuild(page, 'spillway-hex', 'Painted again', true)
  await page.goto(`${address}/builds/${other}/harness`)
  await page.getByRole('button', { name: 'Colours' }).click()
  await page.getByRole('button', { name: 'Take the workshop’s' }).click()
  await page.getByRole('button', { name: 'Done' }).click()
  await saved(page)
  const { plan } = (await (await page.request.get(`${address}/api/builds/${other}`)).json()) as { plan: { colours: object } }
  expect(plan.colours).toEqual({ 'motor-1': 'BN' })
})

test('power is told for each state, and what a bench supply makes of it', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Power', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await view(page, 'Power')
  const power = page.getByTestId('power')
  await power.getByRole('button', { name: 'USB alone' }).click()
  await expect(power).toContainText(/Unpowered: .*Camera/)
  await power.getByLabel('Limit of the bench supply in amperes').fill('10')
  await expect(power).toContainText('Enough for all at peak.')
  expect(await accessibilityFaults(page)).toEqual([])
})

test('tables are shown and saved, each as CSV', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Tables', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await view(page, 'Tables')
  const tables = page.getByTestId('tables')
  for (const [name, column] of [
    ['Cut list', 'gauge AWG'],
    ['Connectors', 'contact'],
    ['Bill of materials', 'mass g'],
    ['Labels', 'wire'],
  ] as const) {
    await tables.getByRole('button', { name, exact: true }).click()
    const [csv] = await Promise.all([page.waitForEvent('download'), tables.getByRole('button', { name: `${name} CSV` }).click()])
    const { data, meta } = Papa.parse<Record<string, string>>(readFileSync(await csv.path(), 'utf8'), {
      header: true,
      skipEmptyLines: true,
    })
    expect(meta.fields).toContain(column)
    if (name === 'Labels') continue
    const first = tables.getByRole('row').nth(1).getByRole('cell').first()
    const head = tables.getByRole('columnheader').first().getByRole('button')
    await head.click()
    const least = await first.textContent()
    await head.click()
    await expect(first, name).not.toHaveText(least!)
    expect(data.length, name).toBeGreaterThan(3)
  }
  expect(await accessibilityFaults(page)).toEqual([])
})

test('wires are ticked off on a screen of a phone’s size', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 })
  const id = await freshBuild(page, 'culvert-scout', 'Making', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await view(page, 'Making')
  const making = page.getByTestId('making')
  await expect(making.getByRole('heading').first()).toHaveText('1. The bare board')
  await making.getByRole('checkbox', { name: 'is made' }).first().check()
  await expect(making.getByRole('status')).toContainText(/^1 of \d+ wires are made/)
  expect(await page.evaluate(() => document.querySelector('.making')!.scrollWidth <= window.innerWidth)).toBe(true)
  await saved(page)
  await page.reload()
  await view(page, 'Making')
  await expect(making.getByRole('status')).toContainText(/^1 of \d+/)
})

test('a wire is locked as it is, keeps its length when its part moves, and is let go again', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Locked wire', true)
  await page.goto(`${address}/builds/${id}/harness`)
  const row = page.locator('tr[data-wire="gnss.gnd"]')
  const length = row.getByLabel(/^Length of/)
  const before = await length.inputValue()
  await row.getByRole('button').first().click()
  await page.getByRole('button', { name: 'Lock as it is' }).click()
  await expect(row.getByLabel('locked')).toBeVisible()
  await saved(page)
  await view(page, 'Airframe')
  const part = page.locator('[data-part="gnss"]').first()
  const stood = await part.locator('rect').first().getAttribute('y')
  await part.focus()
  for (let step = 0; step < 4; step += 1) await page.keyboard.press('Alt+ArrowUp')
  await expect(part.locator('rect').first()).not.toHaveAttribute('y', stood!)
  await view(page, 'Drawing')
  await expect(length).toHaveValue(before)
  await page.getByRole('button', { name: 'Unlock' }).click()
  await expect(length).not.toHaveValue(before)
  await expect(row.getByLabel('locked')).toBeHidden()
})

test('two fingers spread and pinch the drawing, one moves it', async ({ page, context }) => {
  const id = await freshBuild(page, 'culvert-scout', 'Fingers', true)
  await page.goto(`${address}/builds/${id}/harness`)
  await settled(page)
  const sheet = page.getByTestId('harness')
  const frame = async () => (await sheet.getAttribute('viewBox'))!.split(' ').map(Number) as [number, number, number, number]
  const whole = await frame()
  // Points between the devices, where no box lies.
  const { x, y } = (await sheet.boundingBox())!
  const session = await context.newCDPSession(page)
  const touch = (type: 'touchStart' | 'touchMove' | 'touchEnd', ...points: [number, number][]) =>
    session.send('Input.dispatchTouchEvent', {
      type,
      touchPoints: points.map(([dx, dy], id) => ({ x: x + dx, y: y + dy, id })),
    })
  const spread = async (from: number, to: number) => {
    await touch('touchStart', [480 - from, 30], [480 + from, 30])
    for (let step = 1; step <= 8; step += 1) {
      const apart = from + ((to - from) * step) / 8
      await touch('touchMove', [480 - apart, 30], [480 + apart, 30])
    }
    await touch('touchEnd')
  }
  await spread(30, 120)
  await expect.poll(async () => (await frame())[2]).toBeLessThan(whole[2] * 0.4)
  const near = await frame()
  await spread(120, 60)
  await expect.poll(async () => (await frame())[2]).toBeGreaterThan(near[2] * 1.5)
  const before = await frame()
  await touch('touchStart', [480, 20])
  await touch('touchMove', [520, 60])
  await touch('touchMove', [560, 100])
  await touch('touchEnd')
  await expect.poll(async () => (await frame())[0]).toBeLessThan(before[0])
  expect((await frame())[2]).toBeCloseTo(before[2])
})
