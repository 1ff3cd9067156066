import { expect, type Page } from '@playwright/test'
import { allViews } from '../../app/views'
import { accessibilityFaults, address, freshBuild, test } from './helpers'

type App = {
  hooks: { hookOnce: (event: 'page:finish', then: () => void) => void }
  $router: { push: (path: string) => Promise<unknown> }
}
type State = [name: string, path: string, act?: (page: Page) => Promise<unknown>]

const empty = '/no/where'

const press =
  (name: string | RegExp, exact = false) =>
  (page: Page) =>
    page.getByRole('button', { name, exact }).first().click()

/** States of the interface, each looked at in one theme, the themes by turns; the main views come twice, in both. */
const states = (id: string): State[] => [
  ['builds', '/'],
  ['builds, light', '/'],
  ['fit-out', `/builds/${id}/fit-out`],
  ['allocation', `/builds/${id}/allocation`],
  ['allocation, light', `/builds/${id}/allocation`],
  ...allViews.map(({ stage, id: view, query }): State => [
    `${stage}, ${view}`,
    `/builds/${id}/${stage}?${new URLSearchParams(query)}`.replace(/\?$/, ''),
  ]),
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
  ['unknown address', empty],
  ['selected device', `/builds/${id}/fit-out?sel=device:gnss`],
  ['add a device', `/builds/${id}/fit-out`, press('Add a device')],
  ['palette', `/builds/${id}/fit-out`, (page) => page.keyboard.press('Control+k')],
  ['versions', `/builds/${id}/fit-out`, press(/Versions, /)],
  ['shortcuts', `/builds/${id}/fit-out`, (page) => page.keyboard.press('?')],
  ['accepting', `/builds/${id}/fit-out`, press('Accept', true)],
  ['need', `/builds/${id}/allocation?sel=need:gnss/fix`, press(/Why not elsewhere/)],
  ['port', `/builds/${id}/allocation?sel=port:uart1`, press(/What could be here/)],
  ['pad', `/builds/${id}/allocation?sel=pad:TX1`],
  ['several wires', `/builds/${id}/harness?view=tables`, (page) => page.getByLabel('Choose all wires shown').check()],
  ['cut list', `/builds/${id}/harness?view=tables&table=cut`],
  ['labels', `/builds/${id}/harness?view=tables&table=labels`],
  ['wire', `/builds/${id}/harness?sel=wire:gnss.tx`],
  ['controls, light', `/builds/${id}/flight?view=controls`],
  ['links, light', `/builds/${id}/settings`],
  ['papers', `/builds/${id}/harness?papers=open`],
  ['add to the harness', `/builds/${id}/harness`, press('Add', true)],
]

/** Goes there as a link does, without loading the page anew; by way of an empty page, so that nothing stays open. */
async function visit(page: Page, path: string) {
  for (const way of [empty, path]) {
    if (page.url() === new URL(way, address).href) continue
    await page.evaluate(async (to) => {
      const { hooks, $router } = (window as unknown as { useNuxtApp: () => App }).useNuxtApp()
      const stands = new Promise<void>((done) => hooks.hookOnce('page:finish', done))
      await $router.push(to)
      await stands
    }, way)
    await expect(page).toHaveURL(new URL(way, address).href)
  }
  await expect(page.locator('main').first()).toBeVisible()
  await expect(page.getByText(/^(Fetching|Working it out|Drawing it)/)).toHaveCount(0)
}

test('axe finds nothing, of any severity, in any state', async ({ page }) => {
  test.setTimeout(3_600_000)
  const id = await freshBuild(page, 'culvert-scout', 'Axe states', true)
  for (const [turn, theme] of ['paper', 'night'].entries()) {
    await page.goto(address)
    await page.evaluate((value) => localStorage.setItem('ypodoma.theme', value), theme)
    await page.reload()
    await expect(page.locator('main')).toBeVisible()
    for (const [name, path, act] of states(id).filter((_, at) => at % 2 === turn)) {
      await visit(page, path)
      await act?.(page)
      await page.evaluate(() => new Promise((shown) => requestAnimationFrame(() => requestAnimationFrame(shown))))
      expect(await accessibilityFaults(page), `${name}, ${theme}`).toEqual([])
    }
  }
})
