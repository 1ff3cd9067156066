import { batteryPlace, boardId, keyOf, referTo, terminalPoint, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import type { MotorDrive } from '../catalogue'
import { batteryLimit, type Amps, type Volts } from '../units'
import { Circuit, groundOfBoard, inputPoints, wiresOfInput } from './circuit'
import { Currents, plainVolts, supplyingOf, type Feeds, type Giver, type Load, type LoadKind, type Supplying } from './currents'
import { Network, type Solution } from './network'
import type { Wire } from './wires'

/** What is connected: USB alone, the battery (or a bench supply in its place) alone, or both. */
export type PowerState = 'usb' | 'battery' | 'both'
export const powerStates: readonly PowerState[] = ['usb', 'battery', 'both']

/** A part for 3.3 V is made to live on a 3.3 V rail, which itself is good to about this share. */
export const nominalTolerance = 0.02

/** A supply input with what it takes and what reaches it. */
export interface PowerLeaf extends Load {
  supply: FittedSupply
  source: Place
  /** Volts lost in wires on the way there and back, at peak and empty battery. */
  drop: Volts
  /** Volts between its terminals at peak, battery full and empty. */
  full: Volts
  empty: Volts
  /** The same at rest, hovering or cruising. */
  calm: { full: Volts; empty: Volts }
  /** Its own wires, as far as they are fitted. */
  wires: Wire[]
}

/** The battery, a rail of the board or a supply output of a device. */
export interface PowerNode extends Load {
  place: Place
  label: string
  kind: Giver['kind']
  parent?: Place
  full: Volts
  empty: Volts
  limit: Amps
  /** Watts turned into heat at full battery, of a regulator. */
  heat?: Load
  /** Volts to spare above what the regulator needs at empty battery. */
  headroom?: Volts
  input?: { min: Volts; max: Volts; full: Volts; empty: Volts }
  kelvinPerWatt?: number
  efficiency: number
  alive: Record<PowerState, boolean>
  switchedBy?: string
  filtered: boolean
  leaves: PowerLeaf[]
}

export interface PowerTree {
  nodes: PowerNode[]
  leaves: PowerLeaf[]
  /** Supply inputs that no wire leads a source to. */
  unfed: FittedSupply[]
  /** Amperes through each wire at empty battery, whichever way. */
  flows: Map<string, Load>
}

type Battery = 'full' | 'empty'

/** Loads and volts settle within so many rounds: what a switching regulator takes hangs on the volts that reach it, weakly. */
const rounds = 4

/**
 * The supplies of a plan from battery and USB down to each part, as the wires have them: currents
 * summed from the loads up, volts from a solution of the wires as a network of resistors (R = ρL/A
 * at 20 °C), the grounds together, each other net from the giver that feeds it.
 */
export function powerTree(resolved: ResolvedPlan, wires: Wire[], circuit = new Circuit(resolved, wires)): PowerTree {
  return new Tree(circuit).read()
}

/** Volts and currents in one state of battery and load. */
interface State {
  currents: Currents
  /** Volts of a node against the ground of the craft. */
  at: (node: string) => Volts
  flows: Map<string, Amps>
}

class Tree {
  private readonly resolved: ResolvedPlan
  private readonly feeds: Feeds
  private readonly supplying: Supplying
  private readonly givers: Map<Place, Giver>
  /** Where a giver's output and its ground are. */
  private readonly ends: Map<Place, { plus: string; minus: string }>
  private readonly network: Network
  private readonly points: Map<string, { plus: string; minus: string }>
  private readonly states: Record<Battery, Record<LoadKind, State>>
  private readonly busy = new Set<Place>()

  constructor(private readonly circuit: Circuit) {
    this.resolved = circuit.resolved
    this.feeds = circuit.feeds()
    this.supplying = supplyingOf(this.resolved, this.feeds)
    this.givers = this.supplying.givers
    this.ends = new Map([...this.givers.values()].map((giver) => [giver.place, this.endsOf(giver)]))
    this.network = new Network(circuit)
    this.points = new Map(
      this.resolved.supplies.map(({ key, fitted, supply }) => {
        const { plus, minus } = inputPoints(fitted.id, supply)
        return [key, { plus: circuit.node(plus), minus: circuit.node(minus) }]
      }),
    )
    const of = (battery: Battery) => ({ typical: this.solve(battery, 'typical'), peak: this.solve(battery, 'peak') })
    this.states = { full: of('full'), empty: of('empty') }
  }

  read(): PowerTree {
    const nodes = [...this.givers.values()].map((giver) => this.node(giver))
    const unfed = this.resolved.supplies.filter(({ key }) => this.feeds[key] === undefined)
    const { typical, peak } = this.states.empty
    const amps = (flows: Map<string, Amps>, wire: string) => Math.abs(flows.get(wire) ?? 0)
    const flows = new Map(
      [...peak.flows.keys()].map((wire) => [wire, { typical: amps(typical.flows, wire), peak: amps(peak.flows, wire) }]),
    )
    return { nodes, leaves: nodes.flatMap((node) => node.leaves), unfed, flows }
  }

  private solve(battery: Battery, load: LoadKind): State {
    let state: State | undefined
    for (let round = 0; round < rounds; round += 1) {
      const before = state
      const into = (giver: Giver) => this.voltsInto(giver, battery, before)
      const gives = (giver: Giver) => Math.max(0, Math.min(giver.volts!, into(giver) - giver.dropout))
      state = this.spread(battery, new Currents(this.supplying, load, into), gives)
    }
    return state!
  }

  /** Volts at the input of a giver that draws on another. */
  private voltsInto(giver: Giver, battery: Battery, state: State | undefined): Volts {
    if (giver.parent === undefined) return 0
    const points = giver.input === undefined ? undefined : this.points.get(giver.input)
    if (state && points) return state.at(points.plus) - state.at(points.minus)
    const above = this.givers.get(giver.parent)
    if (above?.rail && above.volts === undefined && above.parent !== undefined) return this.voltsInto(above, battery, state)
    return plainVolts(this.resolved, this.givers, giver.parent, battery)
  }

  private endsOf({ place, rail, owner }: Giver): { plus: string; minus: string } {
    if (rail) return { plus: this.circuit.node(place), minus: this.circuit.node(groundOfBoard) }
    const output = this.resolved.device(owner!)!.device.outputs.find(({ id }) => referTo('output', keyOf(owner!, id)) === place)!
    const at = (terminal: string) => this.circuit.node(terminalPoint(owner!, terminal))
    return { plus: at(output.terminal), minus: at(output.ground) }
  }

  /** Volts of all nodes for given currents. */
  private spread(battery: Battery, currents: Currents, gives: (giver: Giver) => Volts): State {
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
      const { plus, minus } = this.points.get(supply.key)!
      if (this.feeds[supply.key] === undefined || circuit.net(minus) !== ground) continue
      const amps = currents.takenAt(supply)
      enter(plus, -amps)
      enter(minus, amps)
    }
    const makers = [...this.givers.values()].filter(({ volts, kind }) => volts !== undefined && kind !== 'usb')
    for (const giver of makers) {
      const { minus } = this.ends.get(giver.place)!
      if (giver.rail) {
        // What hangs on a rail comes back to the board; its regulators and chips return inside.
        for (const supply of this.supplying.hanging.get(giver.place) ?? []) enter(minus, -currents.through(supply))
      } else if (giver.parent !== undefined) enter(minus, -currents.outOf(giver.place))
    }
    const grounds = network.solve(ground, circuit.node(circuit.ground), entering.get(ground) ?? new Map())
    const held = new Map<string, { node: string; volts: Volts }>()
    const hold = (giver: Giver, volts: Volts) => {
      const { plus, minus } = this.ends.get(giver.place)!
      const net = circuit.net(plus)
      if (net !== ground && !held.has(net)) held.set(net, { node: plus, volts: volts + grounds(minus) })
    }
    const pack = this.givers.get(batteryPlace)
    if (pack) hold(pack, resolved.battery[battery === 'full' ? 'max' : 'min'])
    for (const giver of makers) if (giver.parent !== undefined) hold(giver, gives(giver))
    const solutions = new Map<string, Solution>([[ground, grounds]])
    for (const [net, { node }] of held) solutions.set(net, network.solve(net, node, entering.get(net) ?? new Map()))
    const at = (node: string) => {
      const net = circuit.net(node)
      const solved = solutions.get(net)
      return solved ? solved(node) + (held.get(net)?.volts ?? 0) : 0
    }
    const flows = new Map([...solutions].flatMap(([net, volts]) => [...network.flows(net, volts)]))
    return { currents, at, flows }
  }

  private node(giver: Giver): PowerNode {
    const { place, label, kind, parent, limit, dropout, efficiency, volts, rail, filtered } = giver
    const load = { typical: this.outOf(giver, 'typical'), peak: this.outOf(giver, 'peak') }
    const above =
      parent === undefined ? undefined : { full: this.inputVolts(giver, 'full'), empty: this.inputVolts(giver, 'empty') }
    const made = volts !== undefined && above !== undefined
    const heat = (amps: Amps) => (kind === 'linear' ? (above!.full - volts!) * amps : volts! * amps * (1 / efficiency - 1))
    return {
      place,
      label,
      kind,
      parent,
      full: this.given(giver, 'full'),
      empty: this.given(giver, 'empty'),
      ...load,
      limit,
      efficiency,
      filtered,
      alive: { usb: this.isAlive(place, 'usb'), battery: this.isAlive(place, 'battery'), both: this.isAlive(place, 'both') },
      switchedBy: rail?.switchedBy,
      kelvinPerWatt: rail?.kelvinPerWatt,
      ...(made ? { heat: { typical: heat(load.typical), peak: heat(load.peak) }, headroom: above.empty - volts - dropout } : {}),
      ...(made && rail?.input ? { input: { ...rail.input, ...above } } : {}),
      leaves: (this.supplying.hanging.get(place) ?? []).map((supply) => this.leaf(supply, place)),
    }
  }

  /** Current out of a giver at empty battery; out of USB what it feeds when it is alone. */
  private outOf(giver: Giver, load: LoadKind): Amps {
    const { currents } = this.states.empty[load]
    if (giver.kind !== 'usb') return currents.outOf(giver.place)
    return [...this.givers.values()]
      .filter(({ rail, parent }) => rail?.liveFrom.includes('usb') && rail.kind !== 'usb' && !this.fromUsb(parent))
      .reduce((sum, { place }) => sum + currents.outOf(place), 0)
  }

  private fromUsb(place: Place | undefined): boolean {
    return place !== undefined && (this.givers.get(place)?.rail?.liveFrom.includes('usb') ?? false)
  }

  private inputVolts(giver: Giver, battery: Battery): Volts {
    return this.voltsInto(giver, battery, this.states[battery].peak)
  }

  /** Volts of a giver at its own ends, at peak; a regulator short of volts at its input gives less than it is made for. */
  private given(giver: Giver, battery: Battery): Volts {
    if (giver.kind === 'usb') return giver.volts ?? 0
    if (giver.volts !== undefined && giver.parent !== undefined)
      return Math.max(0, Math.min(giver.volts, this.inputVolts(giver, battery) - giver.dropout))
    if (giver.volts !== undefined && giver.input === undefined) return giver.volts
    const { plus, minus } = this.ends.get(giver.place)!
    const { at } = this.states[battery].peak
    return at(plus) - at(minus)
  }

  private leaf(supply: FittedSupply, source: Place): PowerLeaf {
    const { plus, minus } = this.points.get(supply.key)!
    const volts = (battery: Battery, load: LoadKind) => {
      const { at } = this.states[battery][load]
      return at(plus) - at(minus)
    }
    const giver = this.givers.get(source)!
    const ends = this.ends.get(giver.place)!
    const { at } = this.states.empty.peak
    const { typical, peak } = this.states.empty
    return {
      supply,
      source,
      typical: typical.currents.through(supply),
      peak: peak.currents.through(supply),
      drop: at(ends.plus) - at(ends.minus) - volts('empty', 'peak'),
      full: volts('full', 'peak'),
      empty: volts('empty', 'peak'),
      calm: { full: volts('full', 'typical'), empty: volts('empty', 'typical') },
      wires: wiresOfInput(this.circuit, supply),
    }
  }

  private isAlive(place: Place, state: PowerState): boolean {
    const giver = this.givers.get(place)
    if (!giver || this.busy.has(place)) return false
    const on = state === 'both' ? ['usb', 'battery'] : [state]
    const { rail, parent } = giver
    if (rail?.kind === 'usb') return on.includes('usb')
    if (rail?.liveFrom.includes('usb') && on.includes('usb')) return true
    if (parent === undefined) return place === batteryPlace && on.includes('battery')
    if (rail && !rail.liveFrom.includes('battery')) return false
    this.busy.add(place)
    const alive = this.isAlive(parent, state)
    this.busy.delete(place)
    return alive
  }
}

/** Which devices live in a state and which are dead; what takes more than the USB plug gives does not live on it. */
export function devicesAlive({ nodes }: PowerTree, state: PowerState): { alive: string[]; dead: string[] } {
  const byDevice = new Map<string, boolean>()
  const plug = nodes.find(({ kind }) => kind === 'usb')?.limit ?? 0
  for (const node of nodes) {
    for (const { supply, typical } of node.leaves) {
      const { id } = supply.fitted
      const enough = state !== 'usb' || typical <= plug
      if (id !== boardId) byDevice.set(id, (byDevice.get(id) ?? true) && node.alive[state] && enough)
    }
  }
  const ids = [...byDevice.keys()]
  return { alive: ids.filter((id) => byDevice.get(id)), dead: ids.filter((id) => !byDevice.get(id)) }
}

/** Current that the battery gives. */
export function onBattery(tree: PowerTree): Load {
  const { typical, peak } = tree.nodes.find(({ place }) => place === batteryPlace)!
  return { typical, peak }
}

/** Share of a battery that is flown before landing. */
const usedShare = 0.8

/** What the battery is asked for: current against what it bears, and the time it lasts hovering or cruising. */
export interface BatteryUse extends Load {
  limit: Amps
  /** The same with the motors stopped, as on the bench. */
  still: Load
  /** Minutes: 0.8 × capacity / current at rest, hovering or cruising. */
  minutes: number
  /** Where no rating is given it is assumed. */
  ratingGiven: boolean
}

export function batteryUse({ plan: { battery }, motors }: ResolvedPlan, tree: PowerTree): BatteryUse {
  const { typical, peak } = onBattery(tree)
  const drives = tree.leaves.flatMap(({ supply }) => (supply.main ? (supply.fitted.device.motors ?? []) : []))
  const turning = (amps: (drive: MotorDrive) => Amps) => drives.reduce((sum, drive) => sum + drive.count * amps(drive), 0)
  const still = {
    typical: typical - turning(() => motors.hover),
    peak: peak - turning((drive) => Math.min(motors.full, drive.peak)),
  }
  const minutes = typical > 0 ? (usedShare * (battery.capacity / 1000) * 60) / typical : 0
  return { typical, peak, still, limit: batteryLimit(battery), minutes, ratingGiven: battery.rating !== undefined }
}
