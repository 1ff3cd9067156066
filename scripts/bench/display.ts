import { demoPlans } from '../../cli/files'
import { anchorAt, displayStream, elements, faultsOf, ownGlyphs, screenOf, sizeOf, type DisplayKind } from '#core/display'
import { flightAt, flightLength } from '#core/flight'
import { resolvePlan, type DisplayLayout } from '#core/plan'
import { row } from './figures'

const display: DisplayKind = { columns: 60, rows: 22, set: ownGlyphs(512), aspect: 16 / 9, by: 'bench' }
const plan = demoPlans()[0]!.plan
const resolved = resolvePlan(plan)

/** Every element, one under the other and then beside, whatever overlaps. */
const layout: DisplayLayout = {
  name: 'all',
  elements: Object.fromEntries(
    elements.map((element, at) => [
      element.id,
      anchorAt({ column: (Math.floor(at / 18) * 20) % 40, row: at % 18 }, sizeOf(element), display),
    ]),
  ),
}

const checks: number[] = []
for (let turn = 0; turn < 200; turn += 1) {
  const start = performance.now()
  faultsOf(layout, display)
  screenOf(layout, display, undefined, plan.name)
  checks.push(performance.now() - start)
}
row(`display, ${elements.length} elements on 60×22: longest and all checks`, checks)

const perSecond = 10
const start = performance.now()
let bytes = 0
for (let at = 0; at < flightLength * perSecond; at += 1)
  bytes += displayStream(screenOf(layout, display, flightAt(resolved, at / perSecond), plan.name)).length
const taken = (performance.now() - start) / 1000
process.stdout.write(
  `a flight of ${flightLength} s at ${perSecond} redraws a second: ${(bytes / 1e6).toFixed(1)} MB in ${taken.toFixed(2)} s, ${Math.round(flightLength / taken)} × real time\n`,
)
