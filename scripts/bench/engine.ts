import { demoPlans, shippedLibrary } from '../../cli/files'
import { compareBoards, forcePlace, layOut, loadSolver, solveProblem, within } from '#core/allocation'
import type { BoardDefinition } from '#core/catalogue'
import { adopt, analyse, settle } from '#core/engine'
import { defaultLayers, Sheet, wiresOf } from '#core/harness'
import { resolvePlan, type Plan } from '#core/plan'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { row } from './figures'

const runs = 40

for (const { id, plan } of demoPlans()) {
  const placed = adopt(plan, analyse(plan).proposal)
  const place = placed.assignment['receiver/rc']?.place
  const fromNothing: number[] = []
  const afterLock: number[] = []
  for (let turn = 0; turn < runs; turn += 1) {
    let start = performance.now()
    analyse({ ...plan, note: `${turn}` })
    fromNothing.push(performance.now() - start)
    start = performance.now()
    settle({ ...placed, locks: place ? { 'overlay/text': place } : {}, note: `${turn}` })
    afterLock.push(performance.now() - start)
  }
  row(`${id}: allocation, findings, wires, drawing, grid`, fromNothing)
  row(`${id}: the same after a lock`, afterLock)
}

const solver = await loadSolver()

/** Every cell of the grid answered by a search with that choice forced. */
function gridOf(plan: Plan, note: string): { time: number; cells: number; unproven: number } {
  const start = performance.now()
  const noted = { ...plan, note }
  const problem = layOut(resolvePlan(noted))
  const base = solveProblem(problem, noted, { solver })
  const cells = problem.wants.flatMap(({ key, verdicts }) =>
    verdicts.map(({ place }) => forcePlace(problem, noted, base, key, place, { ...within(20_000, Date.now), solver })),
  )
  return { time: performance.now() - start, cells: cells.length, unproven: cells.filter(({ proven }) => !proven).length }
}

for (const { id, plan } of demoPlans()) {
  const placed = adopt(plan, analyse(plan).proposal)
  const runs = Array.from({ length: 12 }, (_, turn) => gridOf(placed, `${turn}`))
  row(
    `${id}: grid of ${runs[0]!.cells} cells`,
    runs.map(({ time }) => time),
  )
}
const allocatedPlan = (seed: number, devices: number, board?: BoardDefinition) => {
  const plan = drawnPlan(seed, devices, board)
  return adopt(plan, analyse(plan, { solver }).proposal)
}
const gridsOf = (label: string, plans: Plan[]) => {
  const runs = plans.map((plan) => gridOf(plan, ''))
  const unproven = runs.reduce((sum, run) => sum + run.unproven, 0)
  row(
    `${label}, ${unproven} cells not proven`,
    runs.map(({ time }) => time),
  )
}

const library = shippedLibrary()
const shipped = Object.values(library.boards)
const many = Array.from({ length: 200 }, (_, at) => ({ ...shipped[at % shipped.length]!, id: `board-${at}` })).map((board) => ({
  ...board,
  revisions: Object.fromEntries(Object.entries(board.revisions).slice(-1)),
}))
for (const { id, plan } of demoPlans()) {
  const start = performance.now()
  const count = [...compareBoards(plan, many)].length
  row(`${id}: on ${count} boards`, [performance.now() - start])
}

const seeds = Array.from({ length: 20 }, (_, at) => at + 1)
gridsOf(
  'grid of 24 devices on any board',
  seeds.slice(0, 10).map((seed) => allocatedPlan(300 + seed, 24)),
)
gridsOf(
  'grid of 30 devices on the largest board',
  seeds.slice(0, 10).map((seed) => allocatedPlan(300 + seed, 30, library.boards['morrow-h9']!)),
)

const medians = [12, 24, 48].map((devices) => {
  const times = seeds.map((seed) => {
    const plan = drawnPlan(500 + seed, devices)
    const problem = layOut(resolvePlan(plan))
    const start = performance.now()
    solveProblem(problem, plan, { ...within(5000, Date.now), solver })
    return performance.now() - start
  })
  row(`${devices} devices on any board: search`, times)
  return [...times].sort((a, b) => a - b)[times.length / 2]!
})
process.stdout.write(
  `growth of the search from 12 to 48 devices: exponent ${(Math.log(medians[2]! / medians[0]!) / Math.log(4)).toFixed(2)}\n`,
)

for (const { id, plan } of demoPlans()) {
  const resolved = resolvePlan(adopt(plan, analyse(plan).proposal))
  const wires = wiresOf(resolved)
  const first: number[] = []
  for (let turn = 0; turn < 12; turn += 1) {
    const start = performance.now()
    const sheet = new Sheet(resolved, wires, defaultLayers)
    sheet.draw(sheet.startingArrangement())
    first.push(performance.now() - start)
  }
  row(`${id}: first drawing`, first)
}
process.stdout.write(`memory of the process ${(process.memoryUsage().rss / 1048576).toFixed(0)} MB\n`)
