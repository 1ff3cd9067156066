import { solvePacking } from '#core/allocation'
import { integerSolver } from '../../tests/helpers/integer-program'
import { randomPacking, type Size } from '../../tests/helpers/random-packing'

const kinds: { name: string; size: Size; count: number }[] = [
  { name: 'small: 4 ports, 6 devices, 16 pads', size: { ports: 4, devices: 6, pads: 16 }, count: 60 },
  { name: 'typical: 6 ports, 8 devices, 32 pads', size: { ports: 6, devices: 8, pads: 32 }, count: 60 },
  { name: 'mid: 8 ports, 12 devices, 45 pads', size: { ports: 8, devices: 12, pads: 45 }, count: 60 },
  { name: 'large: 12 ports, 20 devices, 60 pads', size: { ports: 12, devices: 20, pads: 60 }, count: 60 },
  { name: 'largest: 12 ports, 30 devices, 100 pads', size: { ports: 12, devices: 30, pads: 100 }, count: 30 },
]

const at = (values: number[], share: number) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(values.length * share))]!
const times = (values: number[]) => `median ${at(values, 0.5).toFixed(1)}  p95 ${at(values, 0.95).toFixed(1)} ms`

const solve = await integerSolver()
for (let seed = 0; seed < 12; seed += 1) {
  const packing = randomPacking(9000 + seed, kinds[1]!.size)
  solvePacking(packing)
  solve(packing)
}

for (const { name, size, count } of kinds) {
  const own: number[] = []
  const theirs: number[] = []
  const nodes: number[] = []
  let unproven = 0
  let unequal = 0
  for (let seed = 1; seed <= count; seed += 1) {
    const packing = randomPacking(seed, size)
    let start = performance.now()
    const result = solvePacking(packing)
    own.push(performance.now() - start)
    start = performance.now()
    const oracle = solve(packing, 20)
    theirs.push(performance.now() - start)
    nodes.push(result.nodes)
    if (!result.proven) unproven += 1
    else if (oracle.proven && oracle.cost !== result.cost) unequal += 1
  }
  const ratios = own.map((time, one) => theirs[one]! / time)
  process.stdout.write(
    `${name}\n  own    ${times(own)}  nodes median ${at(nodes, 0.5)} p95 ${at(nodes, 0.95)}  not proven ${unproven} of ${count}, unequal ${unequal}\n` +
      `  HiGHS  ${times(theirs)}  ratio median ${at(ratios, 0.5).toFixed(1)}  ratio of medians ${(at(theirs, 0.5) / at(own, 0.5)).toFixed(1)}, of p95 ${(at(theirs, 0.95) / at(own, 0.95)).toFixed(1)}\n`,
  )
}
