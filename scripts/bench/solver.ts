// Prints the processor time of the search beside that of a mixed-integer solver, on the same packings one after the other.
// Words after its name: only kinds whose names have one of them.
import { loadSolver, solvePacking, within, type Packing } from '#core/allocation'
import { hardFamilies, hardPacking, type HardFamily } from '../../tests/helpers/hard-packing'
import { integerSolver } from '../../tests/helpers/integer-program'
import { randomPacking, type Size } from '../../tests/helpers/random-packing'

interface Kind {
  name: string
  packing: (seed: number) => Packing
  count: number
}

const sized = (name: string, size: Size, count: number): Kind => ({ name, packing: (seed) => randomPacking(seed, size), count })
const kinds: Kind[] = [
  sized('small: 4 ports, 6 devices, 16 pads', { ports: 4, devices: 6, pads: 16 }, 60),
  sized('typical: 6 / 8 / 32', { ports: 6, devices: 8, pads: 32 }, 60),
  sized('mid: 8 / 12 / 45', { ports: 8, devices: 12, pads: 45 }, 60),
  sized('large: 12 / 20 / 60', { ports: 12, devices: 20, pads: 60 }, 40),
  sized('beyond: 16 / 40 / 120', { ports: 16, devices: 40, pads: 120 }, 20),
  ...(Object.keys(hardFamilies) as HardFamily[]).map((family): Kind => ({
    name: `hard: ${family}`,
    packing: (seed) => hardPacking(family, seed),
    count: 20,
  })),
]

const at = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!
const spent = () => {
  const { user, system } = process.cpuUsage()
  return (user + system) / 1000
}
const solver = await loadSolver()
const solve = await integerSolver()
process.stdout.write(
  '| packings | own median | p95 | HiGHS median | p95 | ratio of pairs, median | worst twentieth | not proven in 5 s | unequal |\n| --- | --- | --- | --- | --- | --- | --- | --- | --- |\n',
)
const wanted = process.argv.slice(2)
for (const { name, packing, count } of kinds.filter(({ name }) => !wanted.length || wanted.some((word) => name.includes(word)))) {
  // Both have run for a while before their time counts, as in a thread that lives on.
  const before = count >= 60 ? 300 : count / 2
  for (let seed = 9000; seed < 9000 + before; seed += 1) solvePacking(packing(seed), { ...within(5000, Date.now), solver })
  for (let seed = 9000; seed < 9003; seed += 1) solve(packing(seed), 5)
  const own: number[] = []
  const theirs: number[] = []
  let unproven = 0
  let unequal = 0
  for (let seed = 1; seed <= count; seed += 1) {
    const drawn = packing(seed)
    let start = spent()
    const result = solvePacking(drawn, { ...within(5000, Date.now), solver })
    own.push(spent() - start)
    start = spent()
    const other = solve(drawn, 20)
    theirs.push(spent() - start)
    if (!result.proven) unproven += 1
    else if (other.proven && other.cost !== result.cost) unequal += 1
  }
  const ratios = own.map((time, one) => theirs[one]! / time)
  const ms = (values: number[]) => `${at(values, 0.5).toFixed(1)} ms | ${at(values, 0.95).toFixed(0)} ms`
  process.stdout.write(
    `| ${name} | ${ms(own)} | ${ms(theirs)} | ${at(ratios, 0.5).toFixed(1)} | ${at(ratios, 0.05).toFixed(2)} | ${unproven} of ${count} | ${unequal} |\n`,
  )
}
