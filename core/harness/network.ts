import { wireResistancePerMetre } from '../units'
import type { Circuit } from './circuit'
import { pointOf } from './points'

/** Ohms of a wire, one way, at 20 °C. */
function resistance({ length, gauge }: { length: number; gauge: number }): number {
  return (length / 1000) * wireResistancePerMetre(gauge)
}

/** Wires of one net as resistors between nodes, ready to be solved for any currents. */
interface Web {
  nodes: string[]
  edges: { wire: string; from: string; to: string; siemens: number }[]
}

/** Volts of nodes against the node held, for amperes that enter at nodes. */
export type Solution = (node: string) => number

/**
 * The wires of a harness as a network of resistors, net by net: G·v = i with one node of the net held
 * (Kirchhoff's current law), solved by Cholesky's decomposition, which the matrix of a connected
 * network less one node always has.
 */
export class Network {
  private readonly webs = new Map<string, Web>()
  private readonly factors = new Map<string, { free: Map<string, number>; lower: Float64Array }>()

  constructor(private readonly circuit: Circuit) {
    for (const wire of circuit.wires) {
      const [from, to] = [circuit.node(pointOf(wire.from)), circuit.node(pointOf(wire.to))]
      if (from === to) continue
      const net = circuit.net(pointOf(wire.from))
      const web = this.webs.get(net) ?? { nodes: [], edges: [] }
      web.edges.push({ wire: wire.id, from, to, siemens: 1 / resistance(wire) })
      for (const node of [from, to]) if (!web.nodes.includes(node)) web.nodes.push(node)
      this.webs.set(net, web)
    }
  }

  /**
   * Volts along a net, against the node of it that is held.
   * @param entering amperes that enter the net at nodes; what leaves is negative
   */
  solve(net: string, held: string, entering: Map<string, number>): Solution {
    const web = this.webs.get(net)
    if (!web) return () => 0
    const { free, lower } = this.factor(net, web, held)
    const size = free.size
    const volts = new Float64Array(size)
    for (const [node, amps] of entering) {
      const at = free.get(node)
      if (at !== undefined) volts[at]! += amps
    }
    for (let row = 0; row < size; row += 1) {
      for (let column = 0; column < row; column += 1) volts[row]! -= lower[row * size + column]! * volts[column]!
      volts[row]! /= lower[row * size + row]!
    }
    for (let row = size - 1; row >= 0; row -= 1) {
      for (let below = row + 1; below < size; below += 1) volts[row]! -= lower[below * size + row]! * volts[below]!
      volts[row]! /= lower[row * size + row]!
    }
    return (node) => {
      const at = free.get(node)
      return at === undefined ? 0 : volts[at]!
    }
  }

  /** Amperes through each wire of a net that was solved, from its `from` to its `to`. */
  flows(net: string, volts: Solution): Map<string, number> {
    const edges = this.webs.get(net)?.edges ?? []
    return new Map(edges.map(({ wire, from, to, siemens }) => [wire, (volts(from) - volts(to)) * siemens]))
  }

  private factor(net: string, { nodes, edges }: Web, held: string) {
    const key = `${net} ${held}`
    const known = this.factors.get(key)
    if (known) return known
    const anchor = nodes.includes(held) ? held : nodes[0]!
    const free = new Map(nodes.filter((node) => node !== anchor).map((node, at) => [node, at]))
    const size = free.size
    const lower = new Float64Array(size * size)
    const add = (row: number | undefined, column: number | undefined, siemens: number) => {
      if (row !== undefined && column !== undefined) lower[row * size + column]! += siemens
    }
    for (const { from, to, siemens } of edges) {
      const [a, b] = [free.get(from), free.get(to)]
      add(a, a, siemens)
      add(b, b, siemens)
      add(a, b, -siemens)
      add(b, a, -siemens)
    }
    for (let column = 0; column < size; column += 1) {
      for (let row = column; row < size; row += 1) {
        let sum = lower[row * size + column]!
        for (let before = 0; before < column; before += 1) sum -= lower[row * size + before]! * lower[column * size + before]!
        lower[row * size + column] = row === column ? Math.sqrt(sum) : sum / lower[column * size + column]!
      }
    }
    const made = { free, lower }
    this.factors.set(key, made)
    return made
  }
}
