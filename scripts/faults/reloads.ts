// One person's browser: values typed, pages left while they are saved, gone back to, closed, and two tabs. There may be no
// conflict but a true one (both tabs changed the same figure at once), and what was typed last must be what is kept.
import { chromium, type BrowserContext, type Page } from '@playwright/test'
import { drawing } from '../../tests/helpers/random-packing'
import { ask, removeServer, startServer } from '../../tests/browser/servers'
import { chromiumOptions } from '../lib/chromium.mjs'
import { tell } from './figures'

const rounds = Number(process.env.TIMES ?? 300)
const draw = drawing(Number(process.env.SEED ?? 11))
const server = await startServer()
const browser = await chromium.launch(chromiumOptions)
const context = await browser.newContext({ viewport: { width: 1280, height: 800 }, reducedMotion: 'reduce' })
const address = `${server.address}/builds/culvert-scout/fit-out`

const fields = { capacity: 'Capacity, mAh', rating: 'C rating' } as const
type Field = keyof typeof fields
interface Tab {
  page: Page
}
/** Who typed each figure in this round or the one before. */
let typists: Partial<Record<Field, Set<Tab>>> = {}
let typistsBefore: typeof typists = {}
const bothTyped = (field: Field) => new Set([...(typists[field] ?? []), ...(typistsBefore[field] ?? [])]).size > 1
let tabs: Tab[] = []
const wanted: Partial<Record<Field, number>> = {}
const told = { conflicts: 0, true: 0, lost: 0, failed: [] as string[], continued: 0 }

async function open(from: BrowserContext): Promise<Tab> {
  const page = await from.newPage()
  page.on('dialog', (dialog) => void dialog.accept())
  page.on('pageerror', (error) => told.failed.push(error.message))
  await page.goto(address)
  return { page }
}

/** What a page keeps of the build that is not saved: the version it was done on, and the figures it comes to. */
function unsavedIn(page: Page): Promise<{ version: number; battery: Record<Field, number> }[]> {
  return page.evaluate(
    () =>
      new Promise((resolve) => {
        const opening = indexedDB.open('ypodoma')
        opening.onerror = () => resolve([])
        opening.onsuccess = () => {
          const all = opening.result.transaction('unsaved').objectStore('unsaved').getAll()
          all.onsuccess = () =>
            resolve(
              all.result.flatMap(({ unsaved: { version, unsure, pending } }) => {
                const plan = pending.at(-1)?.plan ?? unsure?.saving.plan
                return plan ? [{ version, battery: plan.battery }] : []
              }),
            )
        }
      }),
  )
}

async function batteryAt(version?: number): Promise<Record<Field, number>> {
  const path = version === undefined ? '/api/builds/culvert-scout' : `/api/builds/culvert-scout/versions/${version}`
  const found = JSON.parse((await ask(server, { path })).text) as {
    plan?: { battery: Record<Field, number> }
    battery: Record<Field, number>
  }
  return found.plan?.battery ?? found.battery
}

/** Whether a figure that is not saved here was changed elsewhere since, and both to something else. */
async function isTrue(page: Page): Promise<boolean> {
  const newest = await batteryAt()
  for (const { version, battery } of await unsavedIn(page)) {
    const base = await batteryAt(version)
    const differs = (field: Field) =>
      battery[field] !== base[field] && newest[field] !== base[field] && battery[field] !== newest[field]
    if ((Object.keys(fields) as Field[]).some(differs)) return true
  }
  return false
}

/** A true conflict is put on top; any other is a fault. */
async function settle(): Promise<void> {
  for (const { page } of tabs) {
    const dialog = page.getByRole('dialog').filter({ hasText: 'saved elsewhere first' })
    if (!(await dialog.isVisible().catch(() => false))) continue
    told.conflicts += 1
    if (await isTrue(page)) told.true += 1
    else say(`no true conflict: ${(await dialog.innerText()).replaceAll('\n', ' | ')}`)
    await dialog.getByRole('button', { name: 'Put yours on top of theirs' }).click()
  }
}

const say = (text: string) => process.env.VERBOSE && process.stdout.write(`  ${text}\n`)

/** Whether a figure was kept in any of the last versions, though another came after it. */
async function wasKept(field: Field, value: number): Promise<boolean> {
  const { text } = await ask(server, { path: '/api/builds/culvert-scout/versions?limit=12' })
  for (const { number } of JSON.parse(text) as { number: number }[]) {
    const version = await ask(server, { path: `/api/builds/culvert-scout/versions/${number}` })
    const { battery } = JSON.parse(version.text) as { battery: Record<Field, number> }
    if (battery[field] === value) return true
  }
  return false
}

/** For who looks into a loss: what was saved last, and what the browser still keeps. */
async function explain(field: Field, value: number): Promise<void> {
  if (!process.env.VERBOSE) return
  await tabs[0]!.page.waitForTimeout(6000)
  const dialogs = await Promise.all(tabs.map(({ page }) => page.getByRole('dialog').count()))
  const shelf = await tabs[0]!.page.evaluate(
    (name) =>
      new Promise<string>((resolve) => {
        const opening = indexedDB.open('ypodoma')
        opening.onsuccess = () => {
          const all = opening.result.transaction('unsaved').objectStore('unsaved').getAll()
          all.onsuccess = () =>
            resolve(
              JSON.stringify(
                all.result.map((each) => [
                  each.unsaved.version,
                  each.unsaved.unsure?.saving.plan.battery[name],
                  each.unsaved.pending.map((done: { plan: { battery: Record<string, number> } }) => done.plan.battery[name]),
                ]),
              ),
            )
        }
      }),
    field,
  )
  const { text } = await ask(server, { path: '/api/builds/culvert-scout/versions?limit=8' })
  const last: string[] = []
  for (const { number, steps } of JSON.parse(text) as { number: number; steps: string[] }[]) {
    const version = await ask(server, { path: `/api/builds/culvert-scout/versions/${number}` })
    last.push(`v${number} (${steps.length}) ${(JSON.parse(version.text) as { battery: Record<Field, number> }).battery[field]}`)
  }
  const open = typists[field]?.size
  say(
    `  later: ${field} ${value} kept: ${await wasKept(field, value)}; dialogs ${dialogs.join()}; shelf ${shelf}; ${last.join(', ')}; typed by ${open}`,
  )
}

async function type(tab: Tab, field: Field, times: number): Promise<void> {
  const { page } = tab
  const input = page.getByLabel(fields[field], { exact: true })
  for (let at = 0; at < times; at += 1) {
    const value = field === 'capacity' ? 1000 + draw.below(4000) : 20 + draw.below(100)
    await input.fill(String(value), { timeout: 20_000 })
    await input.press('Enter')
    wanted[field] = value
    ;(typists[field] ??= new Set()).add(tab)
    await page.waitForTimeout(40)
  }
}

async function kept(): Promise<Partial<Record<Field, number>>> {
  const { text } = await ask(server, { path: '/api/builds/culvert-scout' })
  const { battery } = (JSON.parse(text) as { plan: { battery: { capacity: number; rating?: number } } }).plan
  return { capacity: battery.capacity, rating: battery.rating }
}

tabs = [await open(context)]
for (let round = 0; round < rounds; round += 1) {
  try {
    typistsBefore = typists
    typists = {}
    const tab = draw.of(tabs)
    await type(tab, 'capacity', draw.below(5))
    await type(tab, 'rating', draw.below(7))
    const other = tabs.find((each) => each !== tab)
    if (other && draw.chance(0.3)) await type(other, draw.of(['capacity', 'rating'] as const), 1)
    await tab.page.waitForTimeout(draw.below(700))
    const way = draw.below(6)
    if (way <= 1) await tab.page.reload()
    else if (way === 2) {
      await tab.page.goto(server.address)
      await tab.page.waitForTimeout(draw.below(300))
      await tab.page.goBack()
    } else if (way === 3) {
      await tab.page.close({ runBeforeUnload: false })
      tabs = [...tabs.filter((each) => each !== tab), await open(context)]
    } else if (way === 4 && tabs.length < 2) tabs.push(await open(context))
    else if (way === 5 && tabs.length > 1) {
      await tabs.pop()!.page.close({ runBeforeUnload: false })
    }
    // All tabs come to rest, with the figures typed last.
    for (const { page } of tabs) await page.getByLabel(fields.capacity, { exact: true }).waitFor({ timeout: 20_000 })
    const isRight = async () => {
      await settle()
      const found = await kept()
      return (Object.keys(wanted) as Field[]).every((field) => found[field] === wanted[field])
    }
    let right = false
    for (let at = 0; at < 40 && !right; at += 1) {
      right = await isRight()
      if (!right) await tabs[0]!.page.waitForTimeout(150)
    }
    for (const { page } of tabs) await page.getByRole('banner').getByText('Saved', { exact: true }).waitFor({ timeout: 20_000 })
    if (!right) {
      const found = await kept()
      for (const field of (Object.keys(wanted) as Field[]).filter((each) => found[each] !== wanted[each])) {
        // Where both tabs changed one figure, the other may have come last; it must have been kept all the same.
        const lost = !(bothTyped(field) && (await wasKept(field, wanted[field]!)))
        if (lost) told.lost += 1
        if (lost) await explain(field, wanted[field]!)
        say(`round ${round} way ${way}: ${field} wanted ${wanted[field]}, kept ${found[field]}${lost ? ', lost' : ''}`)
      }
    }
    Object.assign(wanted, await kept())
  } catch (error) {
    told.failed.push(`round ${round}: ${(error as Error).message.split('\n')[0]}`)
    for (const { page } of tabs) await page.close({ runBeforeUnload: false }).catch(() => undefined)
    tabs = [await open(context)]
    Object.assign(wanted, await kept())
  }
}
tell('rounds', rounds)
tell('conflicts, and true ones', `${told.conflicts}, ${told.true}`, told.conflicts === told.true)
tell('rounds after which what was typed last is not what is kept', told.lost, told.lost === 0)
tell('rounds that failed otherwise', told.failed.length ? told.failed.slice(0, 3).join(' | ') : 0, told.failed.length === 0)
await browser.close()
await removeServer(server)
