// Takes the pictures in docs/screenshots from the demo data: npm run screenshots
import { spawn } from 'node:child_process'
import { mkdirSync, mkdtempSync } from 'node:fs'
import { tmpdir } from 'node:os'
import { join } from 'node:path'
import { chromiumOptions, ensureChromium } from './lib/chromium.mjs'
import { photograph, photographedRows } from './lib/photograph.mjs'
import { build, install, ready, root } from './lib/setup.mjs'

install()
ensureChromium()
build()
const port = 4393
const address = `http://127.0.0.1:${port}`
const server = spawn(process.execPath, [join(root, '.output/server/index.mjs')], {
  env: {
    ...process.env,
    NITRO_HOST: '127.0.0.1',
    NITRO_PORT: String(port),
    PORT: String(port),
    YPODOMA_DATA: mkdtempSync(join(tmpdir(), 'ypodoma-shots-')),
  },
  stdio: 'ignore',
})
await ready(address)
const { chromium } = await import('@playwright/test')
const browser = await chromium.launch(chromiumOptions)
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' })
const folder = join(root, 'docs/screenshots')
mkdirSync(folder, { recursive: true })
const shot = async (name) => {
  await page.mouse.move(0, 799)
  await page.waitForTimeout(500)
  // What mends a finding is tried for a moment before it is offered.
  await page.getByText('Trying what mends it.').first().waitFor({ state: 'hidden' })
  await page.screenshot({ path: join(folder, `${name}.png`) })
}

/** A board from a photograph, with some of its pads placed. */
async function photographBoard() {
  const camera = await browser.newPage({ viewport: { width: 900, height: 700 } })
  const { picture, seen, width } = await photograph(camera)
  await camera.close()
  await page.goto(`${address}/catalogue`)
  await page.getByRole('button', { name: 'New board' }).click()
  await page.getByRole('dialog').getByLabel('Name').fill('Tern F4')
  await page.keyboard.press('Enter')
  await page.getByRole('button', { name: 'From a picture instead' }).click()
  await page.getByLabel('Picture file').setInputFiles({ name: 'top.png', mimeType: 'image/png', buffer: picture })
  const lies = await page.getByTestId('picture').locator('image').boundingBox()
  for (const corner of [
    [0, 0],
    [36, 0],
    [36, 36],
    [0, 36],
  ]) {
    const { x, y } = seen(corner)
    await page.mouse.click(lies.x + (x * lies.width) / width, lies.y + (y * lies.width) / width)
  }
  await page.getByRole('button', { name: 'Lay it under the drawing' }).click()
  const field = page.getByLabel('Labels to place')
  for (const { labels, count, from, to } of photographedRows) {
    await field.fill(labels)
    await page.getByLabel('How many pads').fill(String(count))
    await page.getByLabel('How many pads').press('Tab')
    const board = await page.getByTestId('board').locator('rect.outline').first().boundingBox()
    for (const [x, y] of [from, to]) await page.mouse.click(board.x + (x / 36) * board.width, board.y + (y / 36) * board.height)
  }
  await shot('catalogue-picture')
}

await page.goto(address)
await page.getByRole('link', { name: 'Spillway hex' }).waitFor()
await shot('builds')
await page.goto(`${address}/builds/spillway-hex/allocation`)
await page.getByTestId('proposal').waitFor()
await page
  .getByRole('button', { name: /^Text overlay/ })
  .first()
  .click()
await shot('allocation-lanes')
await page.getByRole('button', { name: 'Fit grid' }).click()
await page.getByRole('button', { name: /^Video transmitter on Port 5/ }).focus()
await shot('allocation-grid')
await page.keyboard.press('Escape')
const allocationView = (name) => page.getByLabel('Views of the allocation').getByRole('button', { name, exact: true }).click()
await allocationView('Board')
await page.getByTestId('board').waitFor()
await shot('allocation-board')
await page.getByRole('link', { name: /Fit-out/ }).click()
await shot('fit-out')
await page.getByRole('link', { name: /Harness/ }).click()
await page.locator('[data-testid=harness][aria-busy=false]').waitFor()
await shot('harness')
for (const name of ['Airframe', 'Power', 'Making']) {
  await page.getByLabel('Views of the harness').getByRole('button', { name, exact: true }).click()
  await shot(`harness-${name.toLowerCase()}`)
}
await page.goto(`${address}/builds/culvert-scout/allocation`)
await page.getByRole('button', { name: /giving up GNSS/ }).waitFor()
await allocationView('Which board')
await page.getByRole('button', { name: 'Try again' }).waitFor()
await shot('allocation-boards')
await page.goto(`${address}/catalogue/board/corran-7`)
await page.getByRole('button', { name: 'Timers', exact: true }).click()
await shot('catalogue-board')
await page.goto(`${address}/catalogue`)
await page.getByRole('button', { name: 'New board' }).click()
await page.getByRole('dialog').getByLabel('Name').fill('Bench board')
await page.getByRole('dialog').getByRole('button', { name: 'Make' }).click()
const labels = [
  'TX1 RX1 5V GND TX2 RX2 5V GND T3/SDA R3/SCL 5V GND',
  'M1 M2 M3 M4 M5 M6 GND BAT',
  'LED 5V GND BZ+ BZ- CURR VBAT GND TX4 RX4 XQ2',
  'CAM GND 9V/2A VTX GND 9V TX5 RX5 3V3 RSSI',
]
await page.getByLabel('Labels, one a line').fill(labels.map((edge) => edge.replaceAll(' ', '\n')).join('\n\n'))
await page.getByTestId('pasted-summary').waitFor()
await page.getByRole('region', { name: 'Rows as they are read' }).evaluate((rows) => (rows.scrollTop = 640))
await shot('catalogue-labels')
await photographBoard()
await page.goto(`${address}/builds/spillway-hex/settings`)
for (const [view, name] of [
  ['Links', 'links'],
  ['Devices', 'devices'],
]) {
  await page.getByLabel('Views of the settings').getByRole('button', { name: view, exact: true }).click()
  await shot(`settings-${name}`)
}
const standIn = spawn(
  process.execPath,
  [
    '--import',
    'tsx',
    'cli/main.ts',
    'board',
    'serve',
    '--board',
    'corran-7',
    '--port',
    '4394',
    '--state',
    join(mkdtempSync(join(tmpdir(), 'ypodoma-board-')), 'board.json'),
  ],
  { cwd: root, stdio: ['ignore', 'pipe', 'ignore'] },
)
await new Promise((answers) => standIn.stdout.once('data', answers))
await page.getByLabel('Views of the settings').getByRole('button', { name: 'Board', exact: true }).click()
await page.getByLabel('Port on this machine').fill('4394')
await page.getByRole('button', { name: 'Write to the board' }).click()
await page.getByText(/^Written and read back: /).waitFor()
await page.getByRole('button', { name: 'Close' }).click()
await shot('settings-board')
standIn.kill()
await page.getByRole('banner').getByText('Saved', { exact: true }).waitFor()
await page.goto(`${address}/builds/spillway-hex/flight`)
await page.getByTestId('picture').waitFor()
await shot('flight-picture')
await page.goto(`${address}/builds/spillway-hex/flight?view=lights`)
await page.getByTestId('lights').waitFor()
await shot('flight-lights')
await page.goto(`${address}/builds/spillway-hex/flight?view=controls`)
await page.getByRole('button', { name: 'Left shoulder, back' }).click()
await shot('flight-controls')
await browser.close()
server.kill()
