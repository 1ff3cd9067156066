import { readFileSync } from 'node:fs'
import {
  billOfMaterials,
  budgetTable,
  comparePlans,
  connectorTable,
  cutList,
  displaySvg,
  harnessSvg,
  lightTable,
  lightsData,
  makingLines,
  paperParts,
  paperTable,
  setupMarkdown,
  setupTable,
  switchTable,
  tableCsv,
  wireLabels,
  type PaperPart,
  type Table,
} from '#core/documents'
import { displayOf, displayStream, faultsOf, rasterOf, screenOf } from '#core/display'
import { briefOf, type Analysis } from '#core/engine'
import { flightAt } from '#core/flight'
import { drawHarness, frameParts, massReport, powerTree, runsOf, Sheet, wiresOf, type Wire } from '#core/harness'
import { resolvePlan, type Plan, type ResolvedPlan } from '#core/plan'
import { readPlan } from '#core/schema'
import { deviceSheets, intendedState, setupRounds } from '#core/settings'
import { renderTemplate } from '#core/template'
import { papersPdf, type Fonts, type Paper } from '../../server/papers/pdf'

/** Everything that is made of a plan beside its analysis, each by its name. */
export type Output = (plan: Plan, resolved: ResolvedPlan, wires: Wire[]) => unknown

const layers = { main: true, signal: true, video: true, supply: true, ground: true }
const none = { main: false, signal: false, video: false, supply: false, ground: false }
const template = readFileSync('templates/sheet.liquid', 'utf8')
const tables: Record<string, (resolved: ResolvedPlan, wires: Wire[]) => Table> = {
  'cut list': (_, wires) => cutList(wires),
  connectors: connectorTable,
  materials: billOfMaterials,
  labels: wireLabels,
  'what to set': (resolved) => setupTable(resolved),
  budget: (resolved) => budgetTable(resolved),
  switches: (resolved) => switchTable(resolved),
  lights: (resolved) => lightTable(resolved),
}

/** What takes little. */
export const quickOutputs: Record<string, Output> = {
  'drawing without a search': (plan, resolved, wires) => {
    const ids = plan.devices.map(({ id }) => id)
    const half = Math.ceil(ids.length / 2)
    const drawing = new Sheet(resolved, wires, layers).draw({ left: ids.slice(0, half), right: ids.slice(half) })
    return [drawing, harnessSvg(drawing, plan.name, { blackAndWhite: true })]
  },
  tables: (_, resolved, wires) => Object.values(tables).map((table) => tableCsv(table(resolved, wires))),
  'parts of the papers': (_, resolved, wires) =>
    (Object.keys(paperParts) as PaperPart[])
      .filter((part): part is Exclude<PaperPart, 'drawing' | 'making'> => part !== 'drawing' && part !== 'making')
      .map((part) => paperTable(part, resolved, wires)),
  'making list': (_, resolved, wires) => makingLines(resolved, wires),
  settings: (_, resolved) => {
    const rounds = setupRounds(resolved)
    return [rounds, intendedState(rounds), deviceSheets(resolved), setupMarkdown(resolved)]
  },
  'own text': (_, resolved) => renderTemplate(template, resolved),
  power: (_, resolved, wires) => powerTree(resolved, wires),
  lights: (_, resolved, wires) => lightsData(resolved, powerTree(resolved, wires)),
  airframe: (_, resolved, wires) => [
    massReport(resolved, wires),
    frameParts(resolved, 'top', { height: 9, letter: 5 }),
    runsOf(resolved, wires, powerTree(resolved, wires).flows),
  ],
  displays: (plan, resolved) => {
    const display = displayOf(resolved)
    return Object.values(plan.displays).map((layout) => {
      if (!display) return []
      const values = flightAt(resolved, 60)
      const screen = screenOf(layout, display, values, plan.name)
      const { width, height } = rasterOf(screen, display, 'day', values)
      return [
        faultsOf(layout, display),
        displaySvg(screen, display, values, layout.name),
        width,
        height,
        displayStream(screen).length,
      ]
    })
  },
  'line of the list': (plan) => briefOf(plan),
  comparison: (plan) => comparePlans(plan, { ...plan, note: `${plan.note} other` }),
  'saved and read': (plan) => readPlan(JSON.parse(JSON.stringify(plan))),
}

/** What takes long. */
export const slowOutputs: Record<string, Output> = {
  'first drawing': (_, resolved, wires) => new Sheet(resolved, wires, layers).startingArrangement(),
  drawing: (plan, resolved, wires) => {
    const drawing = drawHarness(resolved, wires, layers)
    return [drawing, harnessSvg(drawing, plan.name)]
  },
  'drawing with no layer': (plan, resolved, wires) => harnessSvg(drawHarness(resolved, wires, none), plan.name),
}

const file = (name: string) => new Uint8Array(readFileSync(`node_modules/@fontsource/${name}`))
const own = (weight: number) => file(`atkinson-hyperlegible/files/atkinson-hyperlegible-latin-${weight}-normal.woff`)
const others = ['latin-ext', 'greek', 'cyrillic']
const fonts: Fonts = {
  plain: own(400),
  bold: own(700),
  others: others.map((name) => ({ name, bytes: file(`noto-sans/files/noto-sans-${name}-400-normal.woff`) })),
}

/** Papers of a plan, all parts, as the server writes them. */
export function papersOf(plan: Plan, paper: Paper): Promise<Uint8Array> {
  const parts = Object.keys(paperParts) as PaperPart[]
  return papersPdf(resolvePlan(plan), { parts, paper, layers, blackAndWhite: paper === 'A3', date: '2026-01-01' }, fonts)
}

/** Places of figures that are none, in anything. */
function unfinished(value: unknown): string[] {
  if (typeof value === 'number') return Number.isFinite(value) ? [] : [` is ${value}`]
  if (typeof value === 'string') return /NaN|Infinity|undefined|\[object/.exec(value) ? [` says ${value.slice(0, 80)}`] : []
  if (value instanceof Map || value instanceof Set) return unfinished([...value])
  if (typeof value !== 'object' || value === null) return []
  const found: string[] = []
  for (const [key, inner] of Object.entries(value)) for (const place of unfinished(inner)) found.push(`.${key}${place}`)
  return found
}

/** Works out outputs of a plan; gives what is no figure in any, and what they threw, each with the name of the output. */
export function faultsOfOutputs(plan: Plan, outputs: Record<string, Output>, analysis?: Analysis): string[] {
  const faults = unfinished(analysis).map((fault) => `analysis${fault}`)
  const resolved = resolvePlan(plan)
  const wires = wiresOf(resolved)
  for (const [name, output] of Object.entries(outputs)) {
    try {
      for (const fault of unfinished(output(plan, resolved, wires))) faults.push(`${name}${fault}`)
    } catch (error) {
      faults.push(`${name} threw ${(error as Error).stack?.split('\n').slice(0, 3).join(' ')}`)
    }
  }
  return faults
}
