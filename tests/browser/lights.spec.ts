import { readFileSync } from 'node:fs'
import { expect, type Page } from '@playwright/test'
import { accessibilityFaults, address, breakOff, enter, freshBuild, saved, test } from './helpers'

const view = (page: Page) => page.getByTestId('lights')
const seen = (page: Page, from: string) => view(page).getByRole('img', { name: new RegExp(`^Seen ${from}`) })

test('lights are moved, told apart from each side, played and dimmed; what they take is told and kept', async ({ page }) => {
  const id = await freshBuild(page, 'spillway-hex', 'Lit', true)
  await page.goto(`${address}/builds/${id}/flight?view=lights`)
  await expect(seen(page, 'from its right')).toHaveAccessibleName(/15 × #00dc28/)
  await expect(seen(page, 'from its left')).toHaveAccessibleName(/15 × #f00000/)

  // The switch that has them on has them off, too.
  const now = view(page).getByRole('region', { name: 'LED ring', exact: true }).getByRole('definition').first()
  const on = view(page).getByLabel('switched on by Front left front')
  await on.uncheck()
  await expect(seen(page, 'from its right')).toHaveAccessibleName(/nothing is seen/)
  // Dark lights draw, too.
  await expect(now).toHaveText('48 mA')
  await on.check()
  await expect(seen(page, 'from its right')).toHaveAccessibleName(/15 × #00dc28/)

  // Without a link they flash, whatever they showed before: by keyboard to that moment.
  const moment = view(page).getByLabel('Moment of the flight')
  await moment.focus()
  await page.keyboard.press('Home')
  await expect(view(page).getByText('disarmed').first()).toBeVisible()
  for (let at = 0; at < 4; at += 1) await page.keyboard.press('PageUp')
  await moment.fill('400')
  await expect(view(page).getByText('armed, link lost')).toBeVisible()
  await expect(seen(page, 'from its right')).toHaveAccessibleName(/15 × #ff00b4/)

  // One segment is changed, another taken away and brought back.
  const right = view(page).getByRole('region', { name: 'Right', exact: true })
  await right.getByLabel('Colour 1 of Right').fill('#00ffff')
  await expect(seen(page, 'from its right')).toHaveAccessibleName(/15 × #00ffff/)
  const last = right.getByLabel('Last light')
  await enter(last, '99')
  await expect(right.getByRole('alert')).toHaveText('the strip has 60')
  await enter(last, '35')
  await expect(page.getByTestId('findings')).toContainText('LGT-02')
  await page.getByRole('button', { name: 'Undo', exact: true }).first().click()
  await expect(page.getByTestId('findings')).not.toContainText('LGT-02')
  await view(page).getByRole('button', { name: 'Remove Left', exact: true }).click()
  await expect(seen(page, 'from its left')).toHaveAccessibleName(/nothing is seen/)
  await expect(page.getByTestId('findings')).toContainText('LGT-04')
  await page.getByRole('button', { name: 'Undo', exact: true }).last().click()
  await expect(page.getByTestId('findings')).not.toContainText('LGT-04')

  // Dimmed, the strip's current and with it the finding on the rail goes.
  const bright = view(page).getByLabel('Brightness of LED ring')
  await bright.focus()
  await page.keyboard.press('Home')
  await expect(page.getByTestId('findings')).not.toContainText('PWR-02')

  // A piece by key, parted and joined.
  await view(page).getByText('4 pieces, 60 lights').click()
  await view(page).getByRole('button', { name: 'Part piece 2' }).click()
  await expect(view(page).getByText('5 pieces, 60 lights')).toBeVisible()
  await view(page).getByRole('button', { name: 'Join piece 2 with the next' }).click()
  await expect(view(page).getByText('4 pieces, 60 lights')).toBeVisible()
  const end = view(page).getByRole('button', { name: 'LED ring, piece 1, data in' })
  await end.focus()
  await breakOff(page, end, { x: 40, y: -50 })
  for (let at = 0; at < 4; at += 1) await page.keyboard.press('Shift+ArrowRight')
  await expect(page.getByTestId('findings')).toContainText('LGT-06')
  await view(page).getByRole('button', { name: 'As strips usually lie' }).click()
  await expect(page.getByTestId('findings')).not.toContainText('LGT-06')
  const lights = view(page).getByLabel('Lights of piece 1')
  await enter(lights, '14')
  await expect(page.getByTestId('findings')).toContainText('LGT-01')
  await saved(page)
  await page.reload()
  await view(page).getByText('4 pieces, 59 lights').click()
  await expect(view(page).getByLabel('Lights of piece 1')).toHaveValue('14')
  const [csv] = await Promise.all([page.waitForEvent('download'), view(page).getByRole('button', { name: 'CSV' }).click()])
  expect(
    readFileSync(await csv.path(), 'utf8')
      .trim()
      .split('\r\n'),
  ).toHaveLength(60)
  const [json] = await Promise.all([page.waitForEvent('download'), view(page).getByRole('button', { name: 'JSON' }).click()])
  expect(JSON.parse(readFileSync(await json.path(), 'utf8'))).toMatchObject({ strips: [{ need: 'ring/data' }] })
  expect(await accessibilityFaults(page)).toEqual([])
})

test('a strip that tells nothing yet is given segments; a build without lights says so', async ({ page }) => {
  const scout = await freshBuild(page, 'culvert-scout', 'Dark', true)
  await page.goto(`${address}/builds/${scout}/flight?view=lights`)
  await expect(view(page).getByText('These lights tell nothing yet')).toBeVisible()
  await view(page).getByRole('button', { name: 'Add a segment' }).click()
  const segment = view(page).getByRole('region', { name: 'Segment 1' })
  await expect(segment.getByLabel('Last light')).toHaveValue('12')
  await segment.getByRole('button', { name: 'Add a meaning' }).click()
  await segment.getByLabel('When 4 of Segment 1').selectOption('always')
  await segment.getByRole('button', { name: 'always of Segment 1 before the one above' }).click()
  await expect(page.getByTestId('findings')).toContainText('LGT-05')
  await saved(page)
  // Before a receiver is placed no channel is heard; the lights are shown all the same.
  const unheard = await freshBuild(page, 'spillway-hex', 'Unheard')
  await page.goto(`${address}/builds/${unheard}/flight?view=lights`)
  await expect(view(page).getByLabel('switched on (no switch does yet)')).toBeChecked()
  await expect(seen(page, 'from its right')).toHaveAccessibleName(/15 × #00dc28/)
  const mapper = await freshBuild(page, 'fellside-mapper', 'None', true)
  await page.goto(`${address}/builds/${mapper}/flight?view=lights`)
  await expect(page.getByText('No lights in this build.')).toBeVisible()
})
