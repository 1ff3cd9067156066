// Prints how often the search differs from a mixed-integer solver on packings and plans of its own seeds.
import { allocate, compareScores, loadSolver, solvePacking, within, type Packing } from '#core/allocation'
import { resolvePlan } from '#core/plan'
import { drawnPlan } from '../../tests/helpers/drawn-plan'
import { hardFamilies, hardPacking, type HardFamily } from '../../tests/helpers/hard-packing'
import { integerSolver } from '../../tests/helpers/integer-program'
import { levelSolver } from '../../tests/helpers/level-program'
import { randomPacking } from '../../tests/helpers/random-packing'

const [packings, plans] = [Number(process.argv[2] ?? 1000), Number(process.argv[3] ?? 400)]
const solver = await loadSolver()
const solve = await integerSolver()
const byLevels = await levelSolver()
const sizes = [
  { ports: 6, devices: 8, pads: 32 },
  { ports: 8, devices: 12, pads: 45 },
  { ports: 12, devices: 20, pads: 60 },
]
const families = Object.keys(hardFamilies) as HardFamily[]

/** Three of four of real size, one of a hard family. */
function packingOf(seed: number): Packing {
  if (seed % 4) return randomPacking(20_000 + seed, sizes[seed % 3]!)
  return hardPacking(families[(seed / 4) % families.length]!, 20_000 + seed)
}

const count = { equal: 0, unproven: 0, unequal: 0, open: 0, thrown: 0 }
const tell = (what: string, of: number) =>
  process.stdout.write(
    `${what}: ${of}, equal ${count.equal}, not proven ${count.unproven}, unequal ${count.unequal}, not proven by the other ${count.open}, exceptions ${count.thrown}\n`,
  )
const reset = () => Object.assign(count, { equal: 0, unproven: 0, unequal: 0, open: 0, thrown: 0 })

function note(proven: boolean, theirs: boolean, equal: boolean): void {
  if (!proven) count.unproven += 1
  else if (!theirs) count.open += 1
  else if (equal) count.equal += 1
  else count.unequal += 1
}

for (let seed = 1; seed <= packings; seed += 1) {
  const packing = packingOf(seed)
  try {
    const own = solvePacking(packing, { ...within(10_000, Date.now), solver })
    const theirs = solve(packing, 10)
    note(own.proven, theirs.proven, own.cost === theirs.cost)
  } catch (error) {
    count.thrown += 1
    process.stdout.write(`exception at ${seed}: ${String(error)}\n`)
  }
}
tell('packings of real size and hard families', packings)
reset()
for (let seed = 1; seed <= plans; seed += 1) {
  const resolved = resolvePlan(drawnPlan(20_000 + seed, 4 + ((seed * 7) % 45)))
  try {
    const { score, bound, proven } = allocate(resolved, { ...within(10_000, Date.now), solver })
    const theirs = byLevels(resolved, 20)
    const levels = [score.unkeptLocks, score.unmetVital, score.unmetMusts, ...score.unmetWishes, score.risk, score.moves]
    note(proven && compareScores(score, bound) === 0, theirs.proven, levels.join() === theirs.score.join())
  } catch (error) {
    count.thrown += 1
    process.stdout.write(`exception at ${seed}: ${String(error)}\n`)
  }
}
tell('plans of 4 to 48 devices on all boards, level by level', plans)
