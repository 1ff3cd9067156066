import { writeFileSync } from 'node:fs'
import { encode } from 'fast-png'
import { check, checkContext, rules, type Family } from '#core/checks'
import { displayOf, faultsOf, rasterOf, screenOf } from '#core/display'
import { happeningsAt, matrixOf } from '#core/controls'
import { displaySvg, lightTable, lightsData, switchTable, tableCsv } from '#core/documents'
import { flightAt, flightLength } from '#core/flight'
import { powerTree, wiresOf } from '#core/harness'
import { resolvePlan, type ResolvedPlan } from '#core/plan'
import { figure, formatAmps, formatVolts } from '#core/units'
import { allocated } from './commands'
import { print, readPlanFile, Unusable } from './output'

interface DisplayOptions {
  layout: string
  svg?: string
  png?: string
  at?: string
  json?: boolean
}

/** Shows a layout of the pilot's display as text, or writes it as SVG; exit code 1 when something is wrong with it. @throws Unusable */
export async function displayCommand(file: string, { layout: wanted, svg, png, at, json }: DisplayOptions): Promise<void> {
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  const display = displayOf(resolved)
  if (!display) throw new Unusable(`${file}: nothing in the fit-out draws text over the picture`)
  const layouts = Object.values(plan.displays)
  const layout = layouts[Number(wanted) - 1] ?? layouts.find(({ name }) => name === wanted)
  if (!layout)
    throw new Unusable(
      layouts.length
        ? `--layout ${wanted}: there are 1 to ${layouts.length}: ${layouts.map(({ name }) => name).join(', ')}`
        : `${file}: has no display layout`,
    )
  const moment = Number(at)
  if (at !== undefined && !(moment >= 0 && moment <= flightLength))
    throw new Unusable(`--at ${at}: seconds from 0 to ${flightLength}`)
  const screen = screenOf(layout, display, at === undefined ? undefined : flightAt(resolved, moment), plan.name)
  const faults = faultsOf(layout, display)
  const values = flightAt(resolved, moment || 0)
  if (svg) write('--svg', svg, displaySvg(screen, display, values, layout.name))
  if (png) {
    const { width, height, data } = rasterOf(screen, display, 'day', values)
    write('--png', png, encode({ width, height, data, channels: 4, depth: 8 }))
  }
  if (json)
    print(
      JSON.stringify(
        {
          display: { ...display, set: display.set.name, glyphs: display.set.size },
          layout,
          screen: screen.map((row) => row.join('')),
          faults,
        },
        null,
        2,
      ),
    )
  else if (!svg && !png) {
    screen.forEach((row) => print(`|${row.join('')}|`))
    faults.forEach(({ rule, fact }) => print(`${rule} ${fact}`))
  }
  process.exitCode = faults.some(({ grave }) => grave) ? 1 : 0
}

/** @throws Unusable when the file cannot be written */
function write(option: string, file: string, content: string | Uint8Array): void {
  try {
    writeFileSync(file, content)
  } catch (error) {
    throw new Unusable(`${option} ${file}: ${(error as Error).message}`)
  }
}

/** Prints what the rules of a family say; exit code 1 when one of them is broken. */
function tellFaults(resolved: ResolvedPlan, family: Family, quiet: boolean): void {
  const own = rules.filter(({ meta }) => meta.family === family)
  const found = check(checkContext(resolved), own).filter(({ accepted }) => accepted === undefined)
  if (!quiet) found.forEach(({ rule, severity, fact }) => print(`${rule} ${severity}: ${fact}`))
  process.exitCode = found.some(({ severity }) => severity === 'stop' || severity === 'fix') ? 1 : 0
}

/** What each position of each switch does. @throws Unusable */
export async function controlsCommand(file: string, { json, csv }: { json?: boolean; csv?: boolean }): Promise<void> {
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  if (!Object.keys(plan.controls.handset).length) throw new Unusable(`${file}: has no handset`)
  const matrix = matrixOf(resolved)
  if (json) print(JSON.stringify(matrix, null, 2))
  else if (csv) print(tableCsv(switchTable(resolved)).trimEnd())
  else
    matrix.columns.forEach(({ name, position, channel, sent, read }, at) => {
      const does = happeningsAt(matrix.rows, at)
      const heard = read === undefined ? 'not heard' : figure(read, 'µs', 1)
      if (does.length)
        print(`${name} ${position.label}: ${figure(sent, 'µs', 0)}, channel ${channel}, ${heard}: ${does.join(', ')}`)
    })
  tellFaults(resolved, 'control', json === true || csv === true)
}

/** The lights of a craft, with what they take. @throws Unusable */
export async function lightsCommand(file: string, { json, csv }: { json?: boolean; csv?: boolean }): Promise<void> {
  const { plan } = await allocated(readPlanFile(file))
  const resolved = resolvePlan(plan)
  const data = lightsData(resolved, powerTree(resolved, wiresOf(resolved)))
  if (!data.strips.length) throw new Unusable(`${file}: has no lights`)
  if (json) print(JSON.stringify(data, null, 2))
  else if (csv) print(tableCsv(lightTable(resolved)).trimEnd())
  else
    for (const { name, lights, pieces, limit, figures } of data.strips) {
      print(`${name}: ${lights.length} lights in ${pieces.length} pieces, up to ${Math.round(limit * 100)} %`)
      if (figures)
        print(
          `  normal ${formatAmps(figures.typical)}, highest ${formatAmps(figures.worst)}; ${formatVolts(figures.first)} at the first light, ${formatVolts(figures.last)} at the last; a frame takes ${figure(figures.frame / 1000, 'ms')}`,
        )
    }
  tellFaults(resolved, 'lights', json === true || csv === true)
}
