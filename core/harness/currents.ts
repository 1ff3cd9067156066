import type { Rail } from '../catalogue'
import { batteryId, boardId, keyOf, referTo, type FittedSupply, type Place, type ResolvedPlan, type SupplyKey } from '../plan'
import type { Source } from '../suitability'
import type { Amps, Volts } from '../units'

/** Current at rest, hovering or cruising; and at the most, full throttle included. */
export interface Load {
  typical: Amps
  peak: Amps
}
export type LoadKind = keyof Load

/** Something that gives current: the battery, a rail of the board, a supply output of a device. */
export interface Giver {
  place: Place
  label: string
  kind: Source['kind']
  /** Volts it makes; missing where it passes on what it is given. */
  volts?: Volts
  dropout: Volts
  efficiency: number
  limit: Amps
  /** What its owner takes from it. */
  own: Amps
  filtered: boolean
  main: boolean
  /** The giver it draws on; missing at the battery, at USB and where nothing feeds it. */
  parent?: Place
  /** The supply input it draws through, where that is wired. */
  input?: SupplyKey
  rail?: Rail
  /** Part whose output it is. */
  owner?: string
}

/** Which giver each supply input hangs on. */
export type Feeds = Record<SupplyKey, Place>

/** What gives and what takes, looked up from either side. */
export interface Supplying {
  givers: Map<Place, Giver>
  /** Supply inputs that hang on a giver. */
  hanging: Map<Place, FittedSupply[]>
  /** Rails that the board makes from a giver. */
  made: Map<Place, Giver[]>
  /** Outputs that a part gives from a supply input. */
  outputs: Map<SupplyKey, Giver[]>
}

/** All givers of a plan with what hangs on them. */
export function supplyingOf(resolved: ResolvedPlan, feeds: Feeds): Supplying {
  const givers = giversOf(resolved, feeds)
  const hanging = grouped(resolved.supplies, ({ key }) => feeds[key])
  const made = grouped([...givers.values()], ({ rail }) =>
    rail?.source === undefined ? undefined : referTo('rail', rail.source),
  )
  const outputs = grouped([...givers.values()], ({ input, rail }) => (rail ? undefined : input))
  return { givers, hanging, made, outputs }
}

function grouped<T, K extends string>(list: T[], keyOfEach: (each: T) => K | undefined): Map<K, T[]> {
  const groups = new Map<K, T[]>()
  for (const each of list) {
    const key = keyOfEach(each)
    if (key === undefined) continue
    const known = groups.get(key)
    if (known) known.push(each)
    else groups.set(key, [each])
  }
  return groups
}

function giversOf(resolved: ResolvedPlan, feeds: Feeds): Map<Place, Giver> {
  const rails = resolved.board.rails.map((rail): Giver => {
    const input = rail.source === undefined && rail.kind !== 'usb' ? keyOf(boardId, rail.id) : undefined
    const fed = input === undefined ? undefined : feeds[input]
    const parent = rail.source === undefined ? fed : referTo('rail', rail.source)
    // An input of the board makes nothing, whatever it is made for.
    const volts = input === undefined ? rail.volts : undefined
    return { ...rail, volts, place: referTo('rail', rail.id), parent, input, rail }
  })
  const outputs = resolved.parts.flatMap(({ id, instance, device }) => {
    const input = device.supplies.map((supply) => keyOf(id, supply.id)).find((key) => feeds[key] !== undefined)
    return device.outputs.map((output): Giver => ({
      ...output,
      place: referTo('output', keyOf(id, output.id)),
      label: `${instance.name} ${output.label}`.trim(),
      kind: id === batteryId ? 'battery' : output.kind,
      parent: input === undefined ? undefined : feeds[input],
      input,
      own: 0,
      owner: id,
    }))
  })
  return new Map([...rails, ...outputs].map((giver) => [giver.place, giver]))
}

/** Sums currents from the loads up: a linear regulator passes its current on, a switching one takes Vout·I/(η·Vin). */
export class Currents {
  private readonly busy = new Set<Place>()
  private readonly known = new Map<Place, Amps>()

  /** @param voltsInto volts at the input of a regulator */
  constructor(
    private readonly supplying: Supplying,
    private readonly load: LoadKind,
    private readonly voltsInto: (giver: Giver) => Volts,
  ) {}

  /** Current out of a giver. Loops, which the rules tell of, count once. */
  outOf(place: Place): Amps {
    const known = this.known.get(place)
    if (known !== undefined) return known
    if (this.busy.has(place)) return 0
    this.busy.add(place)
    const sum = (this.supplying.givers.get(place)?.own ?? 0) + this.hangingOn(place) + this.madeFrom(place)
    this.busy.delete(place)
    this.known.set(place, sum)
    return sum
  }

  /** Current into a regulator, or on through what passes it on. */
  into(giver: Giver): Amps {
    const out = this.outOf(giver.place)
    if (giver.kind !== 'switching' || giver.volts === undefined || giver.parent === undefined) return out
    const above = this.voltsInto(giver)
    return above > 0 ? (giver.volts * out) / (giver.efficiency * above) : out
  }

  /** Current through a supply input, with all that its part passes on. */
  through(supply: FittedSupply): Amps {
    if (supply.fitted.id === boardId) return this.outOf(referTo('rail', supply.supply.id))
    return this.takenAt(supply) + this.ofOutputs(supply.key, ({ volts }) => volts === undefined)
  }

  /** What a part takes at a supply input for itself and for what it regulates; the rest only passes through it. */
  takenAt({ key, fitted, supply }: FittedSupply): Amps {
    if (fitted.id !== boardId) return supply[this.load] + this.ofOutputs(key, ({ volts }) => volts !== undefined)
    const place = referTo('rail', supply.id)
    return (this.supplying.givers.get(place)?.own ?? 0) + this.madeFrom(place)
  }

  private hangingOn(place: Place): Amps {
    return (this.supplying.hanging.get(place) ?? []).reduce((sum, supply) => sum + this.through(supply), 0)
  }

  private madeFrom(place: Place): Amps {
    return (this.supplying.made.get(place) ?? []).reduce((sum, giver) => sum + this.into(giver), 0)
  }

  private ofOutputs(key: SupplyKey, which: (giver: Giver) => boolean): Amps {
    return (this.supplying.outputs.get(key) ?? []).filter(which).reduce((sum, giver) => sum + this.into(giver), 0)
  }
}

/** Volts of a giver with nothing lost in wires. */
export function plainVolts(resolved: ResolvedPlan, givers: Map<Place, Giver>, place: Place, battery: 'full' | 'empty'): Volts {
  let at = givers.get(place)
  for (let steps = 0; at && at.volts === undefined && at.parent !== undefined && steps < givers.size; steps += 1) {
    at = givers.get(at.parent)
  }
  return at?.volts ?? (battery === 'full' ? resolved.battery.max : resolved.battery.min)
}

/** What flows through each supply input that has a source, at empty battery, when the most flows; losses in wires not counted. */
export function currentsOf(resolved: ResolvedPlan): Map<SupplyKey, Load> {
  const feeds = resolved.plan.supplies
  const supplying = supplyingOf(resolved, feeds)
  const volts = ({ parent }: Giver) => (parent === undefined ? 0 : plainVolts(resolved, supplying.givers, parent, 'empty'))
  const [typical, peak] = (['typical', 'peak'] as const).map((load) => new Currents(supplying, load, volts))
  return new Map(
    resolved.supplies
      .filter(({ key }) => feeds[key] !== undefined)
      .map((supply) => [supply.key, { typical: typical!.through(supply), peak: peak!.through(supply) }]),
  )
}
