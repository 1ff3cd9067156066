import { chromium } from 'playwright-core'
import { readPdf } from './helpers/pdf-text'
const views = ['/', '/catalogue', '/catalogue/board/corran-7', '/catalogue/device/merlow-n3c', '/rules', '/backups', ...[
 'fit-out','allocation','allocation?view=grid','allocation?view=board','allocation?view=alternatives','allocation?view=boards','allocation?view=room','harness','harness?view=airframe','harness?view=power','harness?view=tables','harness?view=tables&table=materials','harness?view=tables&table=labels','harness?view=making','settings','settings?view=devices','settings?view=steps','settings?view=load','settings?view=text','settings?view=board','flight','flight?view=lights','flight?view=controls','flight?view=sheet'].map((v) => `/builds/spillway-hex/${v}`)]
const browser = await chromium.launch({ executablePath: '/usr/bin/chromium-headless-shell', args: ['--no-sandbox'] })
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } })
for (const v of process.argv[2] ? process.argv.slice(2) : views) {
  await page.goto('http://127.0.0.1:4393' + v); await page.waitForTimeout(2500)
  const pages = await readPdf(await page.pdf({ preferCSSPageSize: true }))
  const single = pages.map((p) => p.pieces.filter((x: any) => x.text?.trim().length === 1).length)
  console.log(v, pages.length, 'pages; letters', pages.map((p) => p.text.length).join(','), 'singles', single.join(','))
}
await browser.close()
