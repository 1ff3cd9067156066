import { writeFileSync } from 'node:fs'
import { displayOf, faultsOf, screenOf } from '#core/display'
import { displaySvg } from '#core/documents'
import { flightAt, flightLength } from '#core/flight'
import { resolvePlan } from '#core/plan'
import { allocated } from './commands'
import { print, readPlanFile, Unusable } from './output'

interface DisplayOptions {
  layout: string
  svg?: string
  at?: string
  json?: boolean
}

/** Shows a layout of the pilot's display as text, or writes it as SVG; exit code 1 when something is wrong with it. @throws Unusable */
export async function displayCommand(file: string, { layout: wanted, svg, at, json }: DisplayOptions): Promise<void> {
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
  try {
    if (svg) writeFileSync(svg, displaySvg(screen, display, flightAt(resolved, moment || 0), layout.name))
  } catch (error) {
    throw new Unusable(`--svg ${svg}: ${(error as Error).message}`)
  }
  if (json) print(JSON.stringify({ display, layout, screen: screen.map((row) => row.join('')), faults }, null, 2))
  else if (!svg) {
    screen.forEach((row) => print(`|${row.join('')}|`))
    faults.forEach(({ rule, fact }) => print(`${rule} ${fact}`))
  }
  process.exitCode = faults.some(({ grave }) => grave) ? 1 : 0
}
