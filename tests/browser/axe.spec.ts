import { expect, type Page } from '@playwright/test'
import { accessibilityFaults, address, freshBuild, test } from './helpers'

type State = [name: string, path: string, act?: (page: Page) => Promise<unknown>]

const press =
  (name: string | RegExp, exact = false) =>
  (page: Page) =>
    page.getByRole('button', { name, exact }).first().click()

/** States of the interface, each looked at in one theme, the themes by turns; the main views are in both. */
const states = (id: string): State[] => [
  ['builds', '/'],
  ['builds, light', '/'],
  ['fit-out', `/builds/${id}/fit-out`],
  ['allocation', `/builds/${id}/allocation`],
  ['allocation, light', `/builds/${id}/allocation`],
  ['grid', `/builds/${id}/allocation?view=grid`],
  ['harness', `/builds/${id}/harness`],
  ['harness, light', `/builds/${id}/harness`],
  ['new build', '/', press('New build')],
  ['tags', '/', press(/^Tags of/)],
  ['devices', '/catalogue', press('Devices')],
  ['new definition', '/catalogue', press(/^New board/)],
  ['board', '/catalogue/board/corran-7'],
  ['pad table', '/catalogue/board/corran-7', press('Pad table')],
  ['revisions', '/catalogue/board/corran-7', press('Revisions')],
  ['source', '/catalogue/board/corran-7', press('Source')],
  ['device', '/catalogue/device/merlow-n1'],
  ['terminals', '/catalogue/device/merlow-n1', press('Terminals')],
  ['variants', '/catalogue/device/merlow-n1', press('Variants')],
  ['definition versions', '/catalogue/device/merlow-n1', press('Versions')],
  ['rules', '/rules'],
  ['backups', '/backups'],
  ['unknown address', '/no/where'],
  ['selected device', `/builds/${id}/fit-out?sel=device:gnss`],
  ['add a device', `/builds/${id}/fit-out`, press('Add a device')],
  ['palette', `/builds/${id}/fit-out`, (page) => page.keyboard.press('Control+k')],
  ['versions', `/builds/${id}/fit-out`, press(/Versions, /)],
  ['shortcuts', `/builds/${id}/fit-out`, (page) => page.keyboard.press('?')],
  ['accepting', `/builds/${id}/fit-out`, press('Accept', true)],
  ['board view', `/builds/${id}/allocation?view=board`],
  ['alternatives', `/builds/${id}/allocation?view=alternatives`],
  ['boards', `/builds/${id}/allocation?view=boards`],
  ['room', `/builds/${id}/allocation?view=room`],
  ['need', `/builds/${id}/allocation?sel=need:gnss/fix`, press(/Why not elsewhere/)],
  ['port', `/builds/${id}/allocation?sel=port:uart1`, press(/What could be here/)],
  ['pad', `/builds/${id}/allocation?sel=pad:TX1`],
  ['airframe', `/builds/${id}/harness?view=airframe`],
  ['power', `/builds/${id}/harness?view=power`],
  ['several wires', `/builds/${id}/harness?view=tables`, (page) => page.getByLabel('Choose all wires shown').check()],
  ['cut list', `/builds/${id}/harness?view=tables&table=cut`],
  ['labels', `/builds/${id}/harness?view=tables&table=labels`],
  ['making', `/builds/${id}/harness?view=making`],
  ['wire', `/builds/${id}/harness?sel=wire:gnss.tx`],
  ['picture', `/builds/${id}/flight`],
  ['lights', `/builds/${id}/flight?view=lights`],
  ['controls', `/builds/${id}/flight?view=controls`],
  ['controls, light', `/builds/${id}/flight?view=controls`],
  ['field sheet', `/builds/${id}/flight?view=sheet`],
  ['links', `/builds/${id}/settings`],
  ['links, light', `/builds/${id}/settings`],
  ['device settings', `/builds/${id}/settings?view=devices`],
  ['what to set', `/builds/${id}/settings?view=steps`],
  ['load', `/builds/${id}/settings?view=load`],
  ['own text', `/builds/${id}/settings?view=text`],
  ['ledger', `/builds/${id}/settings?view=board`],
  ['papers', `/builds/${id}/harness?papers=open`],
  ['add to the harness', `/builds/${id}/harness`, press('Add', true)],
]

test('axe finds nothing, of any severity, in any state', async ({ page }) => {
  test.setTimeout(3_600_000)
  const id = await freshBuild(page, 'culvert-scout', 'Axe states', true)
  await page.goto(address)
  for (const [at, [name, path, act]] of states(id).entries()) {
    const theme = at % 2 ? 'night' : 'paper'
    await page.evaluate((value) => localStorage.setItem('ypodoma.theme', value), theme)
    await page.goto(`${address}${path}`)
    await expect(page.locator('main').first()).toBeVisible()
    await expect(page.getByText(/^(Fetching|Working it out|Drawing it)/)).toHaveCount(0)
    await act?.(page)
    await page.evaluate(() => new Promise((shown) => requestAnimationFrame(() => requestAnimationFrame(shown))))
    expect(await accessibilityFaults(page), `${name}, ${theme}`).toEqual([])
  }
})
