import { demoPlans, shippedLibrary } from '../../cli/files'
import { compareBoards, forcePlace, layOut, solveProblem } from '#core/allocation'
import { protocolsOf } from '#core/catalogue'
import { adopt, analyse, settle } from '#core/engine'
import { applyEdit, newPlan, resolvePlan } from '#core/plan'
import { drawing } from '../../tests/helpers/random-packing'
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

for (const { id, plan } of demoPlans()) {
  const placed = adopt(plan, analyse(plan).proposal)
  const times: number[] = []
  for (let turn = 0; turn < 8; turn += 1) {
    const start = performance.now()
    const problem = layOut(resolvePlan({ ...placed, note: `${turn}` }))
    const base = solveProblem(problem, placed)
    for (const { key, verdicts } of problem.wants) for (const { place } of verdicts) forcePlace(problem, placed, base, key, place)
    times.push(performance.now() - start)
  }
  row(`${id}: every cell of the grid explained by a forced search`, times)
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

/** Thirty devices of the catalogue on the largest board. */
const largest: number[] = []
for (let seed = 1; seed <= 20; seed += 1) {
  const draw = drawing(seed)
  let plan = newPlan('Largest', library.boards['morrow-h9']!)
  for (let at = 0; at < 30; at += 1) {
    const definition = draw.of(Object.values(library.devices))
    const variant = draw.of(Object.keys(definition.variants))
    const device = { id: `d${at}`, definition: definition.id, variant, name: `D${at}`, leftOut: [] }
    const priority = draw.of(['must', 1, 2, 3] as const)
    plan = applyEdit(plan, {
      type: 'device.add',
      definition,
      protocols: protocolsOf(library.protocols, definition),
      device: { ...device, priority },
    })
  }
  const start = performance.now()
  solveProblem(layOut(resolvePlan(plan)), plan)
  largest.push(performance.now() - start)
}
row('30 random devices on Morrow H9: allocation', largest)
process.stdout.write(`memory of the process ${(process.memoryUsage().rss / 1048576).toFixed(0)} MB\n`)
