import { flightCurrent, flightMinutes, unloaded, type Feeder, type Feeding, type Load, type LoadKind } from '../electrics'
import { batteryPlace, boardId, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import { batteryLimit, fits, type Amps, type Volts } from '../units'
import { Circuit, wiresOfInput } from './circuit'
import { WiredCraft, type CraftState, type Solved } from './solved'
import type { Wire } from './wires'

/** What is connected: USB alone, the battery (or a bench supply in its place) alone, or both. */
export type PowerState = 'usb' | 'battery' | 'both'
export const powerStates: readonly PowerState[] = ['usb', 'battery', 'both']

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

/** The battery, a rail of the board or a supply output of a device, with what it gives. */
export interface PowerNode extends Load, Pick<Feeder, 'place' | 'label' | 'kind' | 'limit' | 'efficiency' | 'filtered'> {
  parent?: Place
  full: Volts
  empty: Volts
  /** Watts turned into heat at full battery, of a regulator. */
  heat?: Load
  /** Volts to spare above what the regulator needs at empty battery. */
  headroom?: Volts
  input?: { min: Volts; max: Volts; full: Volts; empty: Volts }
  kelvinPerWatt?: number
  alive: Record<PowerState, boolean>
  switchedBy?: string
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

/** The supplies of a plan from battery and USB down to each part, as the wires have them, with a full and an empty battery. */
export function powerTree(resolved: ResolvedPlan, wires: Wire[], circuit = new Circuit(resolved, wires)): PowerTree {
  return new Tree(new WiredCraft(circuit)).read()
}

class Tree {
  private readonly states: Record<Battery, Record<LoadKind, Solved>>
  private readonly lives: Record<PowerState, Solved['livesFrom']>

  constructor(private readonly craft: WiredCraft) {
    const { battery } = craft.resolved
    const packs: Record<Battery, Volts> = { full: battery.max, empty: battery.min }
    const of = (which: Battery): Record<LoadKind, Solved> => {
      const state: Omit<CraftState, 'load'> = { usb: true, pack: packs[which], anyway: true }
      return { typical: craft.in({ ...state, load: 'typical' }), peak: craft.in({ ...state, load: 'peak' }) }
    }
    this.states = { full: of('full'), empty: of('empty') }
    const pack = packs.full
    this.lives = {
      usb: craft.lives({ usb: true }),
      battery: craft.lives({ usb: false, pack }),
      both: craft.lives({ usb: true, pack }),
    }
  }

  read(): PowerTree {
    const { feeders, feeds, resolved } = this.craft
    const nodes = [...feeders.values()].map((feeder) => this.node(feeder))
    const unfed = resolved.supplies.filter(({ key }) => feeds[key] === undefined)
    const { typical, peak } = this.states.empty
    const amps = (flows: Map<string, Amps>, wire: string) => Math.abs(flows.get(wire) ?? 0)
    const flows = new Map(
      [...peak.flows.keys()].map((wire) => [wire, { typical: amps(typical.flows, wire), peak: amps(peak.flows, wire) }]),
    )
    return { nodes, leaves: nodes.flatMap((node) => node.leaves), unfed, flows }
  }

  private node(feeder: Feeding): PowerNode {
    const { place, label, kind, parent, limit, dropout, efficiency, volts, rail, filtered } = feeder
    const load = { typical: this.outOf(feeder, 'typical'), peak: this.outOf(feeder, 'peak') }
    const above =
      parent === undefined ? undefined : { full: this.inputVolts(feeder, 'full'), empty: this.inputVolts(feeder, 'empty') }
    const made = volts !== undefined && above !== undefined
    const heat = (amps: Amps) => (kind === 'linear' ? (above!.full - volts!) * amps : volts! * amps * (1 / efficiency - 1))
    const { usb, battery, both } = this.lives
    const lives = (from: Solved['livesFrom']) => from(place) !== undefined
    return {
      place,
      label,
      kind,
      parent,
      full: this.given(feeder, 'full'),
      empty: this.given(feeder, 'empty'),
      ...load,
      limit,
      efficiency,
      filtered,
      alive: { usb: lives(usb), battery: lives(battery), both: lives(both) },
      switchedBy: rail?.switchedBy,
      kelvinPerWatt: rail?.kelvinPerWatt,
      ...(made ? { heat: { typical: heat(load.typical), peak: heat(load.peak) }, headroom: above.empty - volts - dropout } : {}),
      ...(made && rail?.input ? { input: { ...rail.input, ...above } } : {}),
      leaves: (this.craft.supplying.hanging.get(place) ?? []).map((supply) => this.leaf(supply, place)),
    }
  }

  /** Current out of a feeder at empty battery; out of USB what it feeds when it is alone. */
  private outOf({ kind, place }: Feeding, load: LoadKind): Amps {
    const solved = this.states.empty[load]
    return kind === 'usb' ? this.craft.outOfUsb(solved, this.lives.usb) : solved.currents.outOf(place)
  }

  private inputVolts(feeder: Feeding, battery: Battery): Volts {
    return this.states[battery].peak.into(feeder)
  }

  /** Volts of a feeder at its own ends, at peak; a regulator short of volts at its input gives less than it is made for. */
  private given(feeder: Feeding, battery: Battery): Volts {
    const { kind, volts, parent, dropout, input, place } = feeder
    if (kind === 'usb') return volts ?? 0
    if (volts !== undefined && parent !== undefined)
      return Math.max(0, Math.min(volts, this.inputVolts(feeder, battery) - dropout))
    if (volts !== undefined && input === undefined) return volts
    const { plus, minus } = this.craft.ends.get(place)!
    const { at } = this.states[battery].peak
    return at(plus) - at(minus)
  }

  private leaf(supply: FittedSupply, source: Place): PowerLeaf {
    const { plus, minus } = this.craft.inputs.get(supply.key)!
    const volts = (battery: Battery, load: LoadKind) => {
      const { at } = this.states[battery][load]
      return at(plus) - at(minus)
    }
    const ends = this.craft.ends.get(source)!
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
      wires: wiresOfInput(this.craft.circuit, supply),
    }
  }
}

/** Which devices live in a state and which are dead; what takes more than the USB plug gives does not live on it. */
export function devicesAlive({ nodes }: PowerTree, state: PowerState): { alive: string[]; dead: string[] } {
  const byDevice = new Map<string, boolean>()
  const plug = nodes.find(({ kind }) => kind === 'usb')?.limit ?? 0
  for (const node of nodes) {
    for (const { supply, typical } of node.leaves) {
      const { id } = supply.fitted
      const enough = state !== 'usb' || fits(typical, plug)
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

/** What the battery is asked for: current against what it bears, and the time it lasts hovering or cruising. */
export interface BatteryUse extends Load {
  limit: Amps
  /** The same with the motors stopped, as on the bench. */
  still: Load
  /** Current in the air with all parts on, wired or not, and the minutes that the battery gives it. */
  inTheAir: Amps
  minutes: number
  /** Where no rating is given it is assumed. */
  ratingGiven: boolean
}

export function batteryUse(resolved: ResolvedPlan, tree: PowerTree): BatteryUse {
  const { battery } = resolved.plan
  const { typical, peak } = onBattery(tree)
  const drives = tree.leaves.flatMap(({ supply }) => (supply.main ? (supply.fitted.device.motors ?? []) : []))
  const { hover, full } = resolved.motors
  const turning = drives.reduce(
    (sum, { count, peak: most }) => ({ typical: sum.typical + count * hover, peak: sum.peak + count * Math.min(full, most) }),
    unloaded,
  )
  const still = { typical: typical - turning.typical, peak: peak - turning.peak }
  return {
    typical,
    peak,
    still,
    limit: batteryLimit(battery),
    inTheAir: flightCurrent(resolved),
    minutes: flightMinutes(resolved),
    ratingGiven: battery.rating !== undefined,
  }
}
