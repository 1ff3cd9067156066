import { expect } from '@playwright/test'
import { Hand } from './hand'
import { accessibilityFaults, address, fresh, test } from './helpers'

const labels = `TX1 RX1 5V GND TX2 RX2 5V GND
T3/SDA R3/SCL 5V GND

M1 M2 M3 M4 M5 M6 GND BAT

LED 5V GND BZ+ BZ- CURR VBAT GND
TX4 RX4

CAM GND 9V/2A VTX GND 9V TX5 RX5 3V3 RSSI`
  .split('\n')
  .map((line) => line.split(' ').join('\n'))
  .join('\n')

test('a board that no catalogue has: from its labels alone to an allocation in less than 40 clicks and keys', async ({
  page,
}) => {
  await page.goto(address)
  const hand = new Hand(page)
  await hand.click('New build')
  await hand.type('Name', 'Gull')
  await hand.click('My board is not here: make it')
  const making = page.getByRole('dialog', { name: 'New definition' })
  await expect(making.getByLabel('Name')).toBeFocused()
  await hand.write(fresh('Own'))
  await hand.click('Make', making)
  await hand.paste('Labels, one a line', labels)
  const dialog = page.getByRole('dialog', { name: 'Paste pads' })
  await expect(dialog.getByTestId('pasted-summary')).toHaveText('40 pads · 5 ports · 6 outputs · 4 rails · 1 bus')
  expect(await accessibilityFaults(page)).toEqual([])
  await hand.click('Take: it is right so')
  await hand.click('Make the build “Gull” with it')
  await expect(page.getByRole('heading', { name: 'Fit-out' })).toBeVisible()
  await hand.click('Add a device')
  await page.getByRole('dialog', { name: 'Add a device' }).waitFor()
  for (const word of ['gnss', 'rx']) {
    await hand.write(word)
    await hand.press('Enter')
    await expect(page.getByText(/ added to the fit-out\./)).toBeVisible()
  }
  await hand.click('Done')
  await expect(page.getByText('Allocation', { exact: true }).first()).toBeVisible()
  await page.getByRole('link', { name: /^Allocation/ }).click()
  hand.count += 1
  await hand.click(/^Allocate/)
  await expect(page.getByText(/port 1|Port 1/i).first()).toBeVisible()
  console.log(`labels alone to an allocation: ${hand.count} clicks and keys`)
  expect(hand.count).toBeLessThan(40)
})

test('a GNSS receiver that no catalogue has: from nothing in less than 60 clicks and keys, without its source', async ({
  page,
}) => {
  await page.goto(`${address}/catalogue?kind=device`)
  const hand = new Hand(page)
  await hand.click('New device')
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await hand.write(fresh('Fix 1'))
  await hand.press('Enter')
  await expect(page.getByRole('heading', { name: fresh('Fix 1') })).toBeVisible()
  // Its kind.
  await page.getByRole('combobox', { name: 'Kind' }).focus()
  await hand.write('GN')
  hand.count += 1
  await expect(page.getByRole('combobox', { name: 'Kind' })).toHaveAttribute('value', 'GNSS')
  // What it draws.
  await hand.click('Supplies')
  for (const [field, amps] of [
    ['typical current of main', '0.03'],
    ['peak current of main', '0.06'],
  ] as const) {
    await page.getByLabel(field).fill(amps)
    await page.getByLabel(field).press('Tab')
    hand.count += 2 + amps.length
  }
  // How it speaks.
  await hand.click('Needs')
  await hand.click(/^way of speaking of link|^speaks|of link: msp/)
  const rows = page.getByRole('dialog')
  for (const [field, text] of [
    ['protocol of way of speaking 1', 'nmea'],
    ['rates of way of speaking 1', '9600; 38400'],
    ['rate as it ships of way of speaking 1', '9600'],
  ] as const) {
    await rows.getByLabel(field).fill(text)
    await rows.getByLabel(field).press('Tab')
    hand.count += 2 + text.length
  }
  expect(await accessibilityFaults(page)).toEqual([])
  await hand.click('Done', rows)
  await expect(page.getByTestId('checks')).toContainText('No errors')
  await page.keyboard.press('Control+s')
  hand.count += 1
  await expect(page.getByText(`${fresh('Fix 1')} is saved`)).toBeVisible()
  console.log(`a GNSS receiver from nothing: ${hand.count} clicks and keys`)
  expect(hand.count).toBeLessThan(60)
  const { devices } = (await (await page.request.get(`${address}/api/catalogue`)).json()) as {
    devices: Record<string, { class: string; needs: { link: { options: object[] } }; supplies: { main: object } }>
  }
  expect(devices[fresh('fix-1')]).toMatchObject({
    class: 'gnss',
    supplies: { main: { typical: 0.03, peak: 0.06 } },
    needs: { link: { options: [{ protocol: 'nmea', bauds: [9600, 38400], default: 9600 }] } },
  })
})

test('a board from a pasted table: in less than 15 clicks and keys, with every label to be looked at', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  const hand = new Hand(page)
  await hand.click('New board')
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await hand.write(fresh('T9'))
  await hand.press('Enter')
  const table = [
    'Nr\tName\tX\tY\tPin',
    ...[...'ABCDEFGHIJKLMNOPQRST'].flatMap((_, at) => [`${at}\tM${at + 1}\t2\t${at}\tPA${at}`]),
  ]
  await hand.paste('Labels, one a line', [...table, '20\tQX7\t5\t5\tPB1', '21\tGND\t7\t7\t'].join('\n'))
  const dialog = page.getByRole('dialog', { name: 'Paste pads' })
  await expect(dialog.getByTestId('pasted-summary')).toHaveText('22 pads · 0 ports · 20 outputs · 2 rails')
  await expect(dialog.getByText('Not understood: QX7.')).toBeVisible()
  await dialog.getByLabel('What QX7 is').selectOption({ label: 'LED data' })
  hand.count += 2
  await expect(dialog.getByText('Not understood')).toBeHidden()
  await hand.click('Take as proposed')
  await page.keyboard.press('Control+s')
  hand.count += 1
  await expect(page.getByText(`${fresh('T9')} is saved`)).toBeVisible()
  console.log(`a board from a pasted table: ${hand.count} clicks and keys`)
  expect(hand.count).toBeLessThan(15)
  // It is said what is only proposed, also after a reload, and accepted one by one or all at once.
  await page.reload()
  await expect(page.getByTestId('checks')).toContainText('22 pads are what the label says, not accepted yet')
  await page.getByRole('button', { name: 'Accept what is proposed for M1', exact: true }).click()
  await page.getByRole('button', { name: 'Accept all proposed (21)' }).click()
  await expect(page.getByTestId('checks')).not.toContainText('not accepted yet')
  await page.getByLabel('Where timers.outputs is from').selectOption('measured')
  await expect(page.getByLabel('Where timers.outputs is from')).toBeHidden()
  // The word of one's own is known from now on.
  await page.getByRole('button', { name: 'Paste labels or a table' }).click()
  await dialog.getByLabel('Labels, one a line').fill('QX8\nTX1\nRX1')
  await expect(dialog.getByText('Not understood: QX8.')).toBeVisible()
  await dialog.getByLabel('Labels, one a line').fill('QX7\nTX1\nRX1')
  await expect(dialog.getByText('Not understood')).toBeHidden()
})

test('a row of pads: labels run on, two clicks on the drawing say where it lies', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  const hand = new Hand(page)
  await hand.click('New board')
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await hand.write(fresh('Row'))
  await hand.press('Enter')
  await page.getByRole('dialog', { name: 'Paste pads' }).getByRole('button', { name: 'Cancel' }).click()
  await hand.click('Place on the drawing')
  const drawing = page.getByTestId('board')
  const form = page.getByRole('form', { name: 'Pads to place' })
  await form.getByLabel('Labels to place').fill('TX1')
  await expect(form.getByRole('status')).toHaveText(
    'TX1: TX of port 1 · RX1: RX of port 1 · TX2: TX of port 2 · RX2: RX of port 2',
  )
  const { x, y, width } = (await drawing.boundingBox())!
  await page.mouse.click(x + width / 2 - 60, y + 100)
  await page.mouse.click(x + width / 2 + 60, y + 102)
  // The second click is in line with the first.
  const [from, to] = [await form.getByLabel('y it goes from').inputValue(), await form.getByLabel('y it goes to').inputValue()]
  expect(to).toBe(from)
  await expect(drawing.locator('[data-pad="RX2"]')).toHaveAttribute('aria-label', /RX of Port 2/)
  // Labels that nobody could tell are asked for.
  await form.getByLabel('Labels to place').fill('CAM')
  await expect(form.getByRole('status')).toContainText('say 3 more, or fewer pads')
  await expect(form.getByRole('button', { name: 'Place', exact: true })).toBeDisabled()
  await form.getByLabel('How many pads').fill('none')
  await form.getByLabel('How many pads').press('Tab')
  await form.getByRole('button', { name: 'Place', exact: true }).click()
  await expect(drawing.locator('[data-pad="CAM"]')).toBeVisible()
  await page.getByRole('button', { name: /^Undo/ }).click()
  await expect(drawing.locator('[data-pad="CAM"]')).toBeHidden()
  expect(await accessibilityFaults(page)).toEqual([])
})

test('the catalogue is searched by what a thing offers, and says how it took that', async ({ page }) => {
  await page.goto(`${address}/catalogue`)
  await page.getByRole('textbox', { name: 'Name, maker, kind or figure' }).fill('5 ports, 5 V 2 A')
  await expect(page.getByRole('status').filter({ hasText: 'Looked for' })).toHaveText(
    /Looked for: at least 5 ports; 5 V of at least 2 A\. [1-9]\d* found\./,
  )
  await expect(page.getByRole('link', { name: 'Brae Mini', exact: true })).toBeHidden()
  await page.getByRole('textbox', { name: 'Name, maker, kind or figure' }).fill('99 ports')
  await expect(page.getByText('Nothing offers that.')).toBeVisible()
})

test('what nobody knows is typed as a question mark: it is told in the editor, and in the build that it hangs on', async ({
  page,
}) => {
  await page.goto(`${address}/catalogue?kind=device`)
  await page.getByRole('button', { name: 'New device' }).click()
  await expect(page.getByRole('dialog').getByLabel('Name')).toBeFocused()
  await page.keyboard.type(fresh('Puffin'))
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'Supplies' }).click()
  const peak = page.getByLabel('peak current of main')
  await peak.fill('?')
  await peak.press('Tab')
  await expect(peak).toHaveValue('0.1')
  await expect(peak).toHaveAttribute('title', 'not known')
  const checks = page.getByTestId('checks')
  await expect(checks).toContainText('No errors')
  await expect(checks).toContainText('whether the power is enough0 of 4 known')
  await expect(checks).toContainText('supplies.main.peak 0.1: not known. Find out: a meter that keeps the highest')
  // One that may be left out is left out, and its lack is told.
  await page.getByRole('button', { name: 'Terminals' }).click()
  await page.getByLabel('highest input of rx').fill('?')
  await page.getByLabel('highest input of rx').press('Tab')
  await expect(page.getByLabel('highest input of rx')).toHaveValue('')
  await expect(checks).toContainText('terminals.rx.maxIn not given: its level goes unchecked')
  await page.getByRole('button', { name: 'Basics' }).click()
  await page.getByRole('textbox', { name: 'Mass' }).fill('?')
  await page.getByRole('textbox', { name: 'Mass' }).press('Tab')
  await expect(page.getByRole('textbox', { name: 'Mass' })).toHaveValue('5')
  await expect(page.locator('.v-messages__message', { hasText: 'not known' })).toHaveCSS('opacity', '1')
  expect(await accessibilityFaults(page)).toEqual([])
  await page.keyboard.press('Control+s')
  await expect(page.getByText(`${fresh('Puffin')} is saved`)).toBeVisible()
  const made = await page.request.post(`${address}/api/builds`, { data: { name: 'Rock', board: 'brae-mini' } })
  await page.goto(`${address}/builds/${((await made.json()) as { id: string }).id}/fit-out`)
  await page.getByRole('button', { name: 'Add a device' }).click()
  await page
    .getByRole('dialog', { name: 'Add a device' })
    .getByRole('button', { name: `${fresh('Puffin')} own` })
    .click()
  await page.getByRole('button', { name: 'Done' }).click()
  await expect(
    page.getByText(/not known: how much Puffin\d? draws\. 50 mA typically is a guess, 100 mA at peak only stands for it/),
  ).toBeVisible()
  await expect(page.getByText(/not known of Puffin\d?: mass \(5 only stands for it\)/)).toBeVisible()
  // Half or twice of it: what that would change, and how to find it out.
  const worth = page.getByRole('region', { name: 'Worth finding out' })
  await expect(worth).toContainText(/not certain/)
})
