import type { Device, Rail } from '../catalogue'
import { keyOf, referTo, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import type { Source } from '../suitability'
import { wireResistancePerMetre, type Amps, type Volts } from '../units'
import type { Wire } from './wires'

/** What is connected: USB alone, the battery (or a bench supply in its place) alone, or both. */
export type PowerState = 'usb' | 'battery' | 'both'
export const powerStates: readonly PowerState[] = ['usb', 'battery', 'both']

/** A part for 3.3 V is made to live on a 3.3 V rail, which itself is good to about this share. */
export const nominalTolerance = 0.02

/** A supply input with what it takes and what reaches it. */
export interface PowerLeaf {
  supply: FittedSupply
  source: Place
  /** Current through its wires, with what the device passes on to others. */
  typical: Amps
  peak: Amps
  /** Volts lost in its own supply and ground wire at peak. */
  drop: Volts
  /** Volts at the device at peak, battery full and empty. */
  full: Volts
  empty: Volts
  wires: Wire[]
}

/** A rail of the board or a supply output of a device. */
export interface PowerNode {
  place: Place
  label: string
  kind: Source['kind']
  parent?: Place
  full: Volts
  empty: Volts
  typical: Amps
  peak: Amps
  limit: Amps
  /** Watts turned into heat at full battery, of a regulator. */
  heat?: { typical: number; peak: number }
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
  /** Supply inputs without a source. */
  unfed: FittedSupply[]
}

interface Regulator {
  place: Place
  label: string
  kind: Source['kind']
  parent?: Place
  volts?: Volts
  dropout: Volts
  efficiency: number
  limit: Amps
  own: Amps
  filtered: boolean
  rail?: Rail
  owner?: string
}

/**
 * The supplies of a plan from the battery and USB down to each device: currents
 * summed from the leaves up (a linear regulator passes its current on, a
 * switching one takes Vout·I/(η·Vin), reckoned at empty battery, which is the
 * worst), volts from the sources down, less what the wires lose on the way there
 * and back (R = ρL/A at 20 °C).
 */
export function powerTree(resolved: ResolvedPlan, wires: Wire[]): PowerTree {
  return new Tree(resolved, wires).read()
}

class Tree {
  private readonly regulators: Map<Place, Regulator>
  private readonly busy = new Set<Place>()

  constructor(
    private readonly resolved: ResolvedPlan,
    private readonly wires: Wire[],
  ) {
    const { board, devices } = resolved
    const rails = board.rails.map((rail): Regulator => ({
      ...rail,
      place: referTo('rail', rail.id),
      parent: rail.source === undefined ? undefined : referTo('rail', rail.source),
      rail,
    }))
    const outputs = devices.flatMap(({ id, instance, device }) =>
      device.outputs.map((output): Regulator => ({
        ...output,
        place: referTo('output', keyOf(id, output.id)),
        label: `${instance.name} ${output.label}`,
        parent: this.feederOf(id, device),
        own: 0,
        owner: id,
      })),
    )
    this.regulators = new Map([...rails, ...outputs].map((regulator) => [regulator.place, regulator]))
  }

  /** What feeds the first supply of a device that is fed at all. */
  private feederOf(id: string, device: Device): Place | undefined {
    return device.supplies.map((supply) => this.resolved.plan.supplies[keyOf(id, supply.id)]).find((place) => place !== undefined)
  }

  read(): PowerTree {
    const nodes = [...this.regulators.values()].map((regulator) => this.node(regulator))
    const unfed = this.resolved.supplies.filter(({ key }) => {
      const source = this.resolved.plan.supplies[key]
      return source === undefined || !this.regulators.has(source)
    })
    return { nodes, leaves: nodes.flatMap((node) => node.leaves), unfed }
  }

  private node(regulator: Regulator): PowerNode {
    const { place, label, kind, parent, limit, dropout, efficiency, volts, rail, filtered } = regulator
    const typical = this.current(place, 'typical')
    const peak = this.current(place, 'peak')
    const [full, empty] = [this.voltsOf(place, 'full'), this.voltsOf(place, 'empty')]
    const above =
      parent === undefined ? undefined : { full: this.inputOf(regulator, 'full'), empty: this.inputOf(regulator, 'empty') }
    const made = volts !== undefined && above !== undefined
    const heat = (amps: Amps) => (kind === 'linear' ? (above!.full - volts!) * amps : volts! * amps * (1 / efficiency - 1))
    return {
      place,
      label,
      kind,
      parent,
      full,
      empty,
      typical,
      peak,
      limit,
      efficiency,
      filtered,
      alive: { usb: this.isAlive(place, 'usb'), battery: this.isAlive(place, 'battery'), both: this.isAlive(place, 'both') },
      switchedBy: rail?.switchedBy,
      kelvinPerWatt: rail?.kelvinPerWatt,
      ...(made ? { heat: { typical: heat(typical), peak: heat(peak) }, headroom: above.empty - volts - dropout } : {}),
      ...(made && rail?.input ? { input: { ...rail.input, ...above } } : {}),
      leaves: this.leavesOf(place).map((supply) => this.leaf(supply, place)),
    }
  }

  private leavesOf(place: Place): FittedSupply[] {
    return this.resolved.supplies.filter(({ key }) => this.resolved.plan.supplies[key] === place)
  }

  private leaf(supply: FittedSupply, source: Place): PowerLeaf {
    const wires = this.wiresOf(supply)
    const peak = this.leafCurrent(supply, 'peak')
    const drop = this.dropOf(supply)
    return {
      supply,
      source,
      typical: this.leafCurrent(supply, 'typical'),
      peak,
      drop,
      full: this.voltsOf(source, 'full') - drop,
      empty: this.voltsOf(source, 'empty') - drop,
      wires,
    }
  }

  private wiresOf({ fitted, supply }: FittedSupply): Wire[] {
    const ids = [`${fitted.id}.${supply.terminal}`, ...(supply.ground ? [`${fitted.id}.${supply.ground}`] : [])]
    return this.wires.filter((wire) => ids.includes(wire.id) && !wire.omitted)
  }

  /** Volts lost there and back at peak; a ground that serves several supplies carries the current of all. */
  private dropOf(supply: FittedSupply): Volts {
    const { fitted, supply: own } = supply
    const back = this.resolved.supplies
      .filter(
        (input) =>
          input.fitted === fitted && input.supply.ground === own.ground && this.resolved.plan.supplies[input.key] !== undefined,
      )
      .reduce((sum, input) => sum + this.leafCurrent(input, 'peak'), 0)
    const there = this.leafCurrent(supply, 'peak')
    return this.wiresOf(supply).reduce((sum, wire) => sum + resistance(wire) * (wire.from.point === own.ground ? back : there), 0)
  }

  /** What a supply input takes, with what the device passes on through its outputs by its first fed supply. */
  private leafCurrent({ key, fitted, supply }: FittedSupply, load: 'typical' | 'peak'): Amps {
    const first = fitted.device.supplies.find((supply) => this.resolved.plan.supplies[keyOf(fitted.id, supply.id)] !== undefined)
    if (!first || keyOf(fitted.id, first.id) !== key) return supply[load]
    const passed = fitted.device.outputs.reduce(
      (sum, output) => sum + this.taken(referTo('output', keyOf(fitted.id, output.id)), load),
      0,
    )
    return supply[load] + passed
  }

  /** Current out of a rail or output. Loops, which the rules tell of, count once. */
  private current(place: Place, load: 'typical' | 'peak'): Amps {
    if (this.busy.has(place)) return 0
    this.busy.add(place)
    const { own } = this.regulators.get(place)!
    const leaves = this.leavesOf(place).reduce((sum, supply) => sum + this.leafCurrent(supply, load), 0)
    const below = [...this.regulators.values()]
      .filter((regulator) => regulator.rail && regulator.parent === place)
      .reduce((sum, regulator) => sum + this.taken(regulator.place, load), 0)
    this.busy.delete(place)
    return own + leaves + below
  }

  /** Current into a regulator. */
  private taken(place: Place, load: 'typical' | 'peak'): Amps {
    const { kind, volts, efficiency, parent } = this.regulators.get(place)!
    const out = this.current(place, load)
    if (kind !== 'switching' || volts === undefined || parent === undefined) return out
    const above = this.voltsOf(parent, 'empty')
    return above > 0 ? (volts * out) / (efficiency * above) : out
  }

  /** Volts at a regulator's input: of the rail above, or of the device that holds it. */
  private inputOf({ parent, owner }: Regulator, battery: 'full' | 'empty'): Volts {
    const supply =
      owner === undefined
        ? undefined
        : this.resolved.supplies.find(({ key, fitted }) => fitted.id === owner && this.resolved.plan.supplies[key] === parent)
    const drop = supply ? this.dropOf(supply) : 0
    return this.voltsOf(parent!, battery) - drop
  }

  private voltsOf(place: Place, battery: 'full' | 'empty'): Volts {
    const regulator = this.regulators.get(place)
    if (!regulator) return 0
    if (regulator.volts !== undefined) return regulator.volts
    if (regulator.parent === undefined || this.busy.has(place))
      return battery === 'full' ? this.resolved.battery.max : this.resolved.battery.min
    this.busy.add(place)
    const volts = this.inputOf(regulator, battery)
    this.busy.delete(place)
    return volts
  }

  private isAlive(place: Place, state: PowerState): boolean {
    const regulator = this.regulators.get(place)
    if (!regulator) return false
    const on = state === 'both' ? ['usb', 'battery'] : [state]
    if (regulator.rail) return regulator.rail.liveFrom.some((source) => on.includes(source))
    if (regulator.parent === undefined) return on.includes('battery')
    if (this.busy.has(place)) return false
    this.busy.add(place)
    const alive = this.isAlive(regulator.parent, state)
    this.busy.delete(place)
    return alive
  }
}

/** Ohms of a wire, one way. */
function resistance({ length, gauge }: Wire): number {
  return (length / 1000) * wireResistancePerMetre(gauge)
}

/** Which devices live in a state and which are dead. */
export function devicesAlive({ nodes }: PowerTree, state: PowerState): { alive: string[]; dead: string[] } {
  const byDevice = new Map<string, boolean>()
  for (const node of nodes) {
    for (const { supply } of node.leaves) {
      const id = supply.fitted.id
      byDevice.set(id, (byDevice.get(id) ?? true) && node.alive[state])
    }
  }
  const ids = [...byDevice.keys()]
  return { alive: ids.filter((id) => byDevice.get(id)), dead: ids.filter((id) => !byDevice.get(id)) }
}

/** Current a bench supply in the battery's place has to give. */
export function onBench(tree: PowerTree): { typical: Amps; peak: Amps } {
  const battery = tree.nodes.filter(({ kind, parent }) => kind === 'battery' && parent === undefined)
  const sum = (load: 'typical' | 'peak') => battery.reduce((total, node) => total + node[load], 0)
  return { typical: sum('typical'), peak: sum('peak') }
}
