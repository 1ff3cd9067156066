import {
  batteryGround,
  boardId,
  idIn,
  keyOf,
  padPoint,
  referTo,
  terminalPoint,
  type FittedSupply,
  type Place,
  type ResolvedPlan,
} from '../plan'
import { groundOfBoard, type Feeds } from '../electrics'
import { pointOf } from './points'
import { wireId, type Wire } from './wires'

/**
 * A point of the circuit: `pad:PAD`, `terminal:DEVICE/TERMINAL`; the copper of the board that several
 * pads share: `pin:PIN`, `rail:RAIL`, `ground`.
 */
export type CircuitPoint = string

/** The copper of the board that a pad is part of. */
function copperOf(resolved: ResolvedPlan, pad: string): CircuitPoint {
  const found = resolved.pad(pad)
  if (!found) return padPoint(pad)
  if (found.kind === 'ground') return groundOfBoard
  if (found.kind === 'supply') return referTo('rail', found.rail ?? '')
  return `pin:${found.pin ?? pad}`
}

/** The point of a supply input: a terminal, or copper of the board. */
export function inputPoints(device: string, supply: { id: string; terminal: string; ground?: string }) {
  if (device === boardId) return { plus: referTo('rail', supply.id), minus: groundOfBoard }
  return {
    plus: terminalPoint(device, supply.terminal),
    minus: supply.ground === undefined ? groundOfBoard : terminalPoint(device, supply.ground),
  }
}

/** Sets of points that are one. */
class Joined {
  private readonly up = new Map<string, string>()

  join(one: string, other: string): void {
    this.up.set(this.of(one), this.of(other))
  }

  /** The name of the set that a point is in; the way there is shortened as it is gone. */
  of(point: string): string {
    const up = this.up.get(point)
    if (up === undefined || up === point) return point
    const root = this.of(up)
    if (root !== up) this.up.set(point, root)
    return root
  }
}

/**
 * What the wires, as they are, connect: ends of wires, copper of the board, and what parts join
 * inside them without resistance (grounds of one side, an output that passes its input on).
 */
export class Circuit {
  /** Points that are one without any wire. */
  private readonly copper = new Joined()
  /** Points that are connected, wires included. */
  private readonly nets = new Joined()
  readonly wires: Wire[]

  constructor(
    readonly resolved: ResolvedPlan,
    wires: Wire[],
  ) {
    this.wires = wires.filter(({ omitted }) => !omitted)
    for (const { id, device } of resolved.parts) {
      const sides = new Map<string, string>()
      for (const { id: point, role, side = '' } of device.terminals) {
        if (role !== 'ground') continue
        const known = sides.get(side)
        if (known !== undefined) this.same(terminalPoint(id, known), terminalPoint(id, point))
        sides.set(side, point)
      }
      const [first] = device.supplies
      for (const output of device.outputs) {
        if (first && output.volts === undefined && output.kind === 'through') {
          this.same(terminalPoint(id, first.terminal), terminalPoint(id, output.terminal))
        }
      }
    }
    for (const { id, source, volts, kind } of resolved.board.rails) {
      if (kind === 'through' && source !== undefined && volts === undefined)
        this.same(referTo('rail', id), referTo('rail', source))
    }
    for (const wire of this.wires) this.nets.join(this.at(pointOf(wire.from)), this.at(pointOf(wire.to)))
  }

  private same(one: string, other: string): void {
    this.copper.join(one, other)
    this.nets.join(one, other)
  }

  private readonly coppers = new Map<CircuitPoint, CircuitPoint>()

  /** A pad is the copper behind it. */
  at(point: CircuitPoint): CircuitPoint {
    if (!point.startsWith('pad:')) return point
    const known = this.coppers.get(point)
    if (known !== undefined) return known
    const copper = copperOf(this.resolved, point.slice('pad:'.length))
    this.coppers.set(point, copper)
    return copper
  }

  /** Name of the node a point is, no wire between. */
  node(point: CircuitPoint): string {
    return this.copper.of(this.at(point))
  }

  /** Name of the net a point is in. */
  net(point: CircuitPoint): string {
    return this.nets.of(this.at(point))
  }

  /** Name of the net a wire is part of. */
  netOf(wire: Wire): string {
    return this.net(pointOf(wire.from))
  }

  /** The net that a supply input is in. */
  netOfInput({ fitted, supply }: FittedSupply): string {
    return this.net(inputPoints(fitted.id, supply).plus)
  }

  /** Whether wires lead from one part to another, through whatever parts; where none do, no current looks for a way between them. */
  joins(one: string, other: string): boolean {
    const parts = new Joined()
    for (const { from, to } of this.wires) parts.join(from.device ?? boardId, to.device ?? boardId)
    return parts.of(one) === parts.of(other)
  }

  connected(one: CircuitPoint, other: CircuitPoint): boolean {
    return this.net(one) === this.net(other)
  }

  /** The ground of the craft: of the battery where it is wired, otherwise of the board. */
  get ground(): CircuitPoint {
    return this.wires.some(({ from, to }) => [from, to].some((end) => pointOf(end) === batteryGround))
      ? batteryGround
      : groundOfBoard
  }

  private ofPoints: Map<CircuitPoint, Wire[]> | undefined

  /** Wires at a point. */
  private wiresAt(point: CircuitPoint): Wire[] {
    this.ofPoints ??= this.byPoint()
    return this.ofPoints.get(point) ?? []
  }

  private byPoint(): Map<CircuitPoint, Wire[]> {
    const found = new Map<CircuitPoint, Wire[]>()
    for (const wire of this.wires) {
      for (const point of new Set([wire.from, wire.to].map((end) => this.at(pointOf(end))))) {
        const known = found.get(point)
        if (known) known.push(wire)
        else found.set(point, [wire])
      }
    }
    return found
  }

  /**
   * Which giver each supply input hangs on by its wires: the first met on the way from it along
   * wires, past other inputs that are wired on to it, but through no part. Where wires lead to
   * several, the one that is meant counts, if it is among them.
   */
  feeds(): Feeds {
    const outputs = new Map<CircuitPoint, Place[]>()
    for (const { id, device } of this.resolved.parts) {
      for (const output of device.outputs) {
        const point = terminalPoint(id, output.terminal)
        outputs.set(point, [...(outputs.get(point) ?? []), referTo('output', keyOf(id, output.id))])
      }
    }
    const feeds: Feeds = {}
    for (const { key, fitted, supply } of this.resolved.supplies) {
      // What a part only passes on cannot be what feeds it.
      const passes = fitted.device.outputs
        .filter(({ volts }) => volts === undefined)
        .map(({ id }): Place => referTo('output', keyOf(fitted.id, id)))
      const found = this.giversFrom(inputPoints(fitted.id, supply).plus, outputs).filter((place) => !passes.includes(place))
      const meant = this.resolved.plan.supplies[key]
      const chosen = found.find((place) => place === meant) ?? found[0]
      if (chosen !== undefined) feeds[key] = chosen
    }
    return feeds
  }

  private giversFrom(start: CircuitPoint, outputs: Map<CircuitPoint, Place[]>): Place[] {
    const found: Place[] = []
    const seen = new Set([start])
    const ahead = [start]
    for (let point = ahead.pop(); point !== undefined; point = ahead.pop()) {
      for (const wire of this.wiresAt(point)) {
        for (const end of [wire.from, wire.to]) {
          const next = this.at(pointOf(end))
          if (seen.has(next)) continue
          seen.add(next)
          const rail = idIn('rail', next as Place)
          const places = rail === undefined ? outputs.get(next) : [referTo('rail', rail)]
          if (places) found.push(...places)
          else if (next !== groundOfBoard && !next.startsWith('pin:')) ahead.push(next)
        }
      }
    }
    return found
  }
}

/** The wires of a supply input, there and back, as far as they are fitted. */
export function wiresOfInput(circuit: Circuit, { fitted, supply }: FittedSupply): Wire[] {
  const names = [supply.terminal, supply.ground].flatMap((point) => (point === undefined ? [] : [wireId(fitted.id, point)]))
  return circuit.wires.filter(({ id }) => names.includes(id))
}
