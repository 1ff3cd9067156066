import type { Wire } from '#core/harness'
import type { ResolvedPlan } from '#core/plan'
import { wireResistancePerMetre } from '#core/units'

/** Solves A·x = b by elimination with pivoting. */
function solve(matrix: number[][], right: number[]): number[] {
  const rows = matrix.map((row, at) => [...row, right[at]!])
  for (let column = 0; column < rows.length; column += 1) {
    let pivot = column
    for (let at = column; at < rows.length; at += 1) {
      if (Math.abs(rows[at]![column]!) > Math.abs(rows[pivot]![column]!)) pivot = at
    }
    ;[rows[column], rows[pivot]] = [rows[pivot]!, rows[column]!]
    for (let row = 0; row < rows.length; row += 1) {
      if (row === column) continue
      const factor = rows[row]![column]! / rows[column]![column]!
      if (factor) for (let at = column; at <= rows.length; at += 1) rows[row]![at]! -= factor * rows[column]![at]!
    }
  }
  return rows.map((row, at) => row[rows.length]! / row[at]!)
}

/** Ohms of what parts join inside; nothing beside a wire's. */
const joint = 1e-7

interface Source {
  plus: string
  minus: string
  volts: () => number
  /** Where it takes in what it gives. */
  input?: { plus: string; minus: string; amps: (out: number) => number }
}

/**
 * Volts across each supply input by modified nodal analysis of the whole craft at once: every wire a
 * resistor, every load a current source, every regulator a voltage source with an input that takes
 * what it gives. It knows nothing of nets, feeds, trees or paths.
 */
export function nodalVolts(
  resolved: ResolvedPlan,
  wires: Wire[],
  battery: 'max' | 'min',
  load: 'typical' | 'peak',
): Map<string, number> {
  const index = new Map<string, number>()
  const node = (name: string) => index.get(name) ?? index.set(name, index.size).get(name)!
  const copper = (pad: string) => {
    const { kind, rail, pin } = resolved.pad(pad)!
    return kind === 'ground' ? 'ground' : kind === 'supply' ? `rail ${rail}` : `pin ${pin}`
  }
  const name = (end: Wire['from']) => (end.device === undefined ? copper(end.point) : `${end.device}.${end.point}`)
  const resistors: [string, string, number][] = wires
    .filter(({ omitted }) => !omitted)
    .map((wire) => [name(wire.from), name(wire.to), (wire.length / 1000) * wireResistancePerMetre(wire.gauge)])
  const sources: Source[] = []
  const loads: { key: string; plus: string; minus: string; amps: number }[] = []
  const { board } = resolved
  let volts = new Map<string, number>()
  const across = (plus: string, minus: string) => (volts.get(plus) ?? 0) - (volts.get(minus) ?? 0)

  sources.push({ plus: 'battery.plus', minus: 'battery.minus', volts: () => resolved.battery[battery] })
  for (const { id, device } of resolved.devices) {
    const grounds = device.terminals.filter(({ role }) => role === 'ground')
    for (const one of grounds) {
      for (const other of grounds) {
        if (one.id < other.id && one.side === other.side) resistors.push([`${id}.${one.id}`, `${id}.${other.id}`, joint])
      }
    }
    for (const supply of device.supplies) {
      const key = `${id}/${supply.id}`
      const { typical, peak } = resolved.supplies.find((each) => each.key === key)!.supply
      const minus = supply.ground === undefined ? 'ground' : `${id}.${supply.ground}`
      loads.push({ key, plus: `${id}.${supply.terminal}`, minus, amps: load === 'peak' ? peak : typical })
    }
    for (const output of device.outputs) {
      const [from] = device.supplies
      if (!from) continue
      if (output.volts === undefined) {
        resistors.push([`${id}.${from.terminal}`, `${id}.${output.terminal}`, joint])
        continue
      }
      const input = { plus: `${id}.${from.terminal}`, minus: `${id}.${from.ground}` }
      const above = () => across(input.plus, input.minus)
      sources.push({
        plus: `${id}.${output.terminal}`,
        minus: `${id}.${output.ground}`,
        volts: () => Math.max(0, Math.min(output.volts!, (above() || 99) - output.dropout)),
        input: {
          ...input,
          amps: (out) => (output.kind === 'switching' ? (output.volts! * out) / (output.efficiency * (above() || 99)) : out),
        },
      })
    }
  }
  for (const rail of board.rails) {
    if (rail.own) loads.push({ key: `own ${rail.id}`, plus: `rail ${rail.id}`, minus: 'ground', amps: rail.own })
    if (rail.volts === undefined || rail.source === undefined) continue
    const input = { plus: `rail ${rail.source}`, minus: 'ground' }
    const above = () => across(input.plus, input.minus)
    sources.push({
      plus: `rail ${rail.id}`,
      minus: 'ground',
      volts: () => Math.max(0, Math.min(rail.volts!, (above() || 99) - rail.dropout)),
      input: {
        ...input,
        amps: (out) => (rail.kind === 'switching' ? (rail.volts! * out) / (rail.efficiency * (above() || 99)) : out),
      },
    })
  }
  for (const [one, other] of resistors) [one, other].map(node)
  for (const { plus, minus } of [...sources, ...loads]) [plus, minus].map(node)
  const reference = node('battery.minus')
  const size = index.size + sources.length
  let given = sources.map(() => 0)
  for (let round = 0; round < 8; round += 1) {
    const matrix = Array.from({ length: size }, () => new Array<number>(size).fill(0))
    const right = new Array<number>(size).fill(0)
    for (const [one, other, ohms] of resistors) {
      const [a, b] = [node(one), node(other)]
      if (a === b) continue
      matrix[a]![a]! += 1 / ohms
      matrix[b]![b]! += 1 / ohms
      matrix[a]![b]! -= 1 / ohms
      matrix[b]![a]! -= 1 / ohms
    }
    // What nothing holds is kept from floating by an insulation of a gigaohm.
    for (let at = 0; at < index.size; at += 1) matrix[at]![at]! += 1e-9
    const enter = (point: string, amps: number) => (right[node(point)]! += amps)
    for (const { plus, minus, amps } of loads) {
      enter(plus, -amps)
      enter(minus, amps)
    }
    sources.forEach(({ plus, minus, volts: made, input }, at) => {
      const branch = index.size + at
      matrix[node(plus)]![branch]! -= 1
      matrix[node(minus)]![branch]! += 1
      matrix[branch]![node(plus)]! += 1
      matrix[branch]![node(minus)]! -= 1
      right[branch] = made()
      if (!input) return
      const amps = input.amps(given[at]!)
      enter(input.plus, -amps)
      enter(input.minus, amps)
    })
    matrix[reference] = matrix[reference]!.map((_, at) => (at === reference ? 1 : 0))
    right[reference] = 0
    const solved = solve(matrix, right)
    given = sources.map((_, at) => solved[index.size + at]!)
    volts = new Map([...index].map(([point, at]) => [point, solved[at]!]))
  }
  return new Map(loads.map(({ key, plus, minus }) => [key, across(plus, minus)]))
}
