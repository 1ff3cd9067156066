import { once } from 'node:events'
import { Worker } from 'node:worker_threads'
import nodeEndpoint from 'comlink/dist/esm/node-adapter.mjs'
import { EngineClient, threadAt } from '../../app/engine/client'
import { Questions } from '../../app/engine/questions'
import { shareOut } from '../../app/engine/share-out'
import { demoPlans, shippedLibrary } from '../../cli/files'
import { compareBoards, forcePlace, layOut, loadSolver, solveProblem, within } from '#core/allocation'
import type { BoardDefinition } from '#core/catalogue'
import { adopt, analyse, settle } from '#core/engine'
import { defaultLayers, Sheet, wiresOf } from '#core/harness'
import { applyEdit, resolvePlan, type Edit, type Plan } from '#core/plan'
import { bundled } from '../../tests/helpers/bundled'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { lookAlikes } from '../../tests/helpers/look-alikes'
import { row } from './figures'

const runs = 40

for (const { id, plan } of demoPlans()) {
  const placed = adopt(plan, analyse(plan).proposal)
  const fromNothing: number[] = []
  const times: Record<string, number[]> = {}
  for (let turn = 0; turn < runs; turn += 1) {
    const unknown = structuredClone(plan)
    const start = performance.now()
    analyse(unknown)
    fromNothing.push(performance.now() - start)
    for (const [what, edit] of Object.entries(editsOf(placed))) {
      settle(placed)
      const next = applyEdit(placed, edit(turn))
      const since = performance.now()
      settle(next)
      if (turn >= runs / 4) (times[what] ??= []).push(performance.now() - since)
    }
  }
  row(`${id}: allocation, findings, wires, grid, from nothing`, fromNothing)
  for (const [what, all] of Object.entries(times)) row(`${id}: the same after ${what}`, all)
  row(`${id}: after any of these edits`, Object.values(times).flat())
}

/** Edits as they are made all day, each another one every turn. */
function editsOf({ assignment, devices, battery }: Plan): Record<string, (turn: number) => Edit> {
  const serial = Object.keys(assignment).filter((key) => assignment[key]!.place.startsWith('port:'))
  const [first, second] = [serial[0]!, serial[1]!]
  const one = (turn: number) => devices[turn % devices.length]!.id
  return {
    'a note': (turn) => ({ type: 'plan.note', note: `${turn}` }),
    'a lock of what stays': (turn) => ({
      type: 'need.lock',
      need: serial[turn % serial.length]!,
      place: assignment[serial[turn % serial.length]!]!.place,
    }),
    'a lock that moves two': () => ({ type: 'need.lock', need: first, place: assignment[second]!.place }),
    'a device less': (turn) => ({ type: 'device.remove', device: one(turn) }),
    'a device wanted less': (turn) => ({ type: 'device.priority', device: one(turn), priority: 3 }),
    'another battery': (turn) => ({ type: 'battery.set', battery: { ...battery, capacity: 2000 + 10 * turn } }),
    'a name': (turn) => ({ type: 'device.rename', device: one(turn), name: `Name ${turn}` }),
  }
}

const solver = await loadSolver()

/** Every cell of the grid answered by a search with that choice forced, once the allocation itself is known. */
function gridOf(allocated: Plan): { time: number; cells: number; unproven: number } {
  const plan = structuredClone(allocated)
  solveProblem(layOut(resolvePlan(plan)), plan, { solver })
  const start = performance.now()
  const problem = layOut(resolvePlan(plan))
  const base = solveProblem(problem, plan, { solver })
  const cells = problem.wants.flatMap(({ key, verdicts }) =>
    verdicts.map(({ place }) => forcePlace(problem, plan, base, key, place, { ...within(20_000, Date.now), solver })),
  )
  return { time: performance.now() - start, cells: cells.length, unproven: cells.filter(({ proven }) => !proven).length }
}

for (const { id, plan } of demoPlans()) {
  const placed = adopt(plan, analyse(plan).proposal)
  const runs = Array.from({ length: 12 }, () => gridOf(placed))
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
  const runs = plans.map(gridOf)
  const unproven = runs.reduce((sum, run) => sum + run.unproven, 0)
  row(
    `${label}, ${unproven} cells not proven`,
    runs.map(({ time }) => time),
  )
}

const library = shippedLibrary()
for (const { id, plan } of demoPlans()) {
  const many = lookAlikes(library, 200)
  const start = performance.now()
  const count = [...compareBoards(plan, many)].length
  row(`${id}: on ${count} boards, on one thread`, [performance.now() - start])
  row(`${id}: on ${count} boards, on two threads that have just started`, [await onTwoThreads(plan, many)])
}

/** As the page asks it: shared out to two threads. */
async function onTwoThreads(plan: Plan, many: BoardDefinition[]): Promise<number> {
  const program = bundled('tests/helpers/engine-worker.ts')
  const workers = [0, 1].map(() => new Worker(program))
  await Promise.all(workers.map((worker) => once(worker, 'message')))
  const threads = workers.map((worker) => new Questions(new EngineClient(() => threadAt(nodeEndpoint(worker), () => {}))))
  const start = performance.now()
  await shareOut(threads, many, (thread, share) => thread.boards(plan, share, () => {}))
  const time = performance.now() - start
  await Promise.all(workers.map((worker) => worker.terminate()))
  return time
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
