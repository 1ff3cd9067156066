import { Currents, plainVolts, supplyingOf, type Feeding, type Feeds, type LoadKind, type Supplying } from '../electrics'
import { batteryPlace, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import type { Amps, Volts } from '../units'
import { inputPoints, type Circuit } from './circuit'
import { Network, type Solution } from './network'

/** What a craft is connected to, and what it does. */
export interface CraftState {
  /** A computer is plugged in. */
  usb: boolean
  /** Volts of the battery, or of a bench supply in its place; missing where none is plugged in. */
  pack?: Volts
  load: LoadKind
  /** Part of full throttle, 0 … 1; missing: hovering or full, as the load says. */
  throttle?: number
  /** Rails that are switched off. */
  off?: ReadonlySet<Place>
  /** What nothing feeds yet counts as fed, so that each source can be judged by what hangs on it. */
  anyway?: boolean
}

/** Volts and currents of a craft in one state. */
export interface Solved {
  currents: Currents
  /** Volts of a node against the ground of the craft. */
  at: (node: string) => Volts
  /** Amperes through each wire, from its `from` to its `to`. */
  flows: Map<string, Amps>
  /** What a feeder lives from; nothing where it is dead. */
  livesFrom: (place: Place) => Life | undefined
  /** Volts at the input of a feeder that draws on another. */
  into: (feeder: Feeding) => Volts
}

/** What a feeder lives from: the computer's plug, the pack, or another feeder. */
export type Life = 'usb' | 'pack' | Place

/** Loads and volts settle within so many rounds: what a switching regulator takes hangs on the volts that reach it, weakly. */
const rounds = 4

/**
 * A craft as it is wired, to be asked for its volts and currents in any state: currents summed from the loads
 * up, volts from a solution of the wires as a network of resistors (R = ρL/A at 20 °C), the grounds together,
 * each other net from the feeder that feeds it.
 */
export class WiredCraft {
  readonly resolved: ResolvedPlan
  readonly feeds: Feeds
  readonly supplying: Supplying
  readonly feeders: Map<Place, Feeding>
  /** Nodes at which each feeder gives, and each supply input takes. */
  readonly ends: Map<Place, { plus: string; minus: string }>
  readonly inputs: Map<string, { plus: string; minus: string }>
  private readonly network: Network

  constructor(readonly circuit: Circuit) {
    this.resolved = circuit.resolved
    this.feeds = circuit.feeds()
    this.supplying = supplyingOf(this.resolved, this.feeds)
    this.feeders = this.supplying.feeders
    const nodes = ({ plus, minus }: { plus: string; minus: string }) => ({ plus: circuit.node(plus), minus: circuit.node(minus) })
    this.ends = new Map([...this.feeders.values()].map((feeder) => [feeder.place, nodes(feeder)]))
    this.inputs = new Map(this.resolved.supplies.map(({ key, fitted, supply }) => [key, nodes(inputPoints(fitted.id, supply))]))
    this.network = new Network(circuit)
  }

  /** Volts and currents in a state. */
  in(state: CraftState): Solved {
    const livesFrom = this.lives(state)
    const isAlive = (place: Place) => livesFrom(place) !== undefined
    const taken = (supply: FittedSupply) => this.taken(supply, state)
    let solved: Solved | undefined
    for (let round = 0; round < rounds; round += 1) {
      const before = solved?.at
      const into = (feeder: Feeding) => this.voltsInto(feeder, state, before)
      const currents = new Currents(this.supplying, taken, into, isAlive)
      const { at, flows } = this.spread(state, currents, into, livesFrom)
      solved = { currents, at, flows, livesFrom, into: (feeder) => this.voltsInto(feeder, state, at) }
    }
    return solved!
  }

  /** What a part takes for itself: with a throttle given, motors by its cube, as the power of a propeller goes with its speed. */
  private taken({ fitted, supply, main }: FittedSupply, { load, throttle }: CraftState): Amps {
    const drive = main ? fitted.device.motors : undefined
    if (throttle === undefined || !drive) return supply[load]
    const { hover, full } = this.resolved.motors
    const most = Math.min(full, drive.peak)
    const still = load === 'peak' ? supply.peak - drive.count * most : supply.typical - drive.count * hover
    return still + drive.count * most * throttle ** 3
  }

  /** Tells what each feeder lives from in a state. */
  lives(state: Pick<CraftState, 'usb' | 'pack' | 'off' | 'anyway'>): (place: Place) => Life | undefined {
    if (state.anyway) return (place) => this.feeders.get(place)?.parent ?? 'pack'
    const known = new Map<Place, Life | undefined>()
    const lives = (place: Place): Life | undefined => {
      if (known.has(place)) return known.get(place)
      // A circle feeds nothing.
      known.set(place, undefined)
      const life = from(place)
      known.set(place, life)
      return life
    }
    const from = (place: Place): Life | undefined => {
      const feeder = this.feeders.get(place)
      if (!feeder || state.off?.has(place)) return undefined
      const { rail, parent } = feeder
      const usb = state.usb ? 'usb' : undefined
      if (rail?.kind === 'usb') return usb
      if (place === batteryPlace) return state.pack === undefined ? undefined : 'pack'
      const takesBattery = !rail || rail.liveFrom.includes('battery')
      if (takesBattery && parent !== undefined && lives(parent) !== undefined) return parent
      return rail?.liveFrom.includes('usb') ? usb : undefined
    }
    return lives
  }

  private voltsInto(feeder: Feeding, state: CraftState, at: Solved['at'] | undefined): Volts {
    if (feeder.parent === undefined) return 0
    const points = feeder.input === undefined ? undefined : this.inputs.get(feeder.input)
    if (at && points) return at(points.plus) - at(points.minus)
    const above = this.feeders.get(feeder.parent)
    if (above?.rail && above.volts === undefined && above.parent !== undefined) return this.voltsInto(above, state, at)
    return plainVolts(this.feeders, feeder.parent, state.pack ?? 0)
  }

  /** Volts of all nodes for given currents. */
  private spread(state: CraftState, currents: Currents, into: Solved['into'], livesFrom: Solved['livesFrom']) {
    const { circuit, network, resolved } = this
    const ground = circuit.net(circuit.ground)
    const entering = new Map<string, Map<string, number>>()
    const enter = (node: string, amps: number) => {
      const net = circuit.net(node)
      const nodes = entering.get(net) ?? new Map<string, number>()
      nodes.set(node, (nodes.get(node) ?? 0) + amps)
      entering.set(net, nodes)
    }
    for (const supply of resolved.supplies) {
      const { plus, minus } = this.inputs.get(supply.key)!
      const source = this.feeds[supply.key]
      if (source === undefined || livesFrom(source) === undefined || circuit.net(minus) !== ground) continue
      const amps = currents.takenAt(supply)
      enter(plus, -amps)
      enter(minus, amps)
    }
    const held = new Map<string, { node: string; volts: Volts }>()
    const makers = [...this.feeders.values()].filter(({ place, volts, kind }) => {
      const life = livesFrom(place)
      return life !== undefined && kind !== 'usb' && (volts !== undefined || life === 'usb')
    })
    for (const { place, rail, parent } of makers) {
      const { minus } = this.ends.get(place)!
      if (rail) {
        // What hangs on a rail comes back to the board; its regulators and chips return inside.
        for (const supply of this.supplying.hanging.get(place) ?? []) enter(minus, -currents.through(supply))
      } else if (parent !== undefined) enter(minus, -currents.outOf(place))
    }
    const grounds = network.solve(ground, circuit.node(circuit.ground), entering.get(ground) ?? new Map())
    const hold = (place: Place, volts: Volts) => {
      const { plus, minus } = this.ends.get(place)!
      const net = circuit.net(plus)
      if (net !== ground && !held.has(net)) held.set(net, { node: plus, volts: volts + grounds(minus) })
    }
    if (state.pack !== undefined) hold(batteryPlace, state.pack)
    const plug = resolved.board.rails.find(({ kind }) => kind === 'usb')?.volts ?? 0
    for (const feeder of makers) {
      const { place, volts = plug, dropout } = feeder
      if (livesFrom(place) === 'usb') hold(place, Math.min(volts, plug))
      else if (feeder.parent !== undefined) hold(place, Math.max(0, Math.min(volts, into(feeder) - dropout)))
    }
    const solutions = new Map<string, Solution>([[ground, grounds]])
    for (const [net, { node }] of held) solutions.set(net, network.solve(net, node, entering.get(net) ?? new Map()))
    const at = (node: string) => {
      const net = circuit.net(node)
      const solved = solutions.get(net)
      return solved ? solved(node) + (held.get(net)?.volts ?? 0) : 0
    }
    const flows = new Map([...solutions].flatMap(([net, volts]) => [...network.flows(net, volts)]))
    return { at, flows }
  }

  /** Current out of the computer's plug: of all that lives from it and from no other rail that does. */
  outOfUsb({ currents }: Solved, livesFrom: Solved['livesFrom']): Amps {
    return [...this.feeders.values()]
      .filter(({ place, kind }) => kind !== 'usb' && livesFrom(place) === 'usb')
      .reduce((sum, { place }) => sum + currents.outOf(place), 0)
  }
}
