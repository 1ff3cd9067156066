import { boardId, referTo, type FittedSupply, type Place, type ResolvedPlan, type SupplyKey } from '../plan'
import type { Amps, Volts } from '../units'
import { currentInto, feedersOf, type Feeder } from './feeders'
import type { Load, LoadKind } from './ratings'

/** Which feeder each supply input hangs on. */
export type Feeds = Record<SupplyKey, Place>

/** A feeder with what it draws on. */
export interface Feeding extends Feeder {
  /** The feeder it draws on; missing at the battery, at USB and where nothing feeds it. */
  parent?: Place
  /** The supply input it draws through, where that is wired. */
  input?: SupplyKey
}

/** What feeds and what takes, looked up from either side. */
export interface Supplying {
  feeders: Map<Place, Feeding>
  /** Supply inputs that hang on a feeder. */
  hanging: Map<Place, FittedSupply[]>
  /** Rails that the board makes from a feeder. */
  made: Map<Place, Feeding[]>
  /** Outputs that a part gives from a supply input. */
  outputs: Map<SupplyKey, Feeding[]>
}

/** All feeders of a plan with what they draw on and what hangs on them. */
export function supplyingOf(resolved: ResolvedPlan, feeds: Feeds): Supplying {
  const list = feedersOf(resolved).map((feeder): Feeding => {
    const input = feeder.inputs.find((key) => feeds[key] !== undefined)
    return { ...feeder, input, parent: feeder.above ?? (input === undefined ? undefined : feeds[input]) }
  })
  return {
    feeders: new Map(list.map((feeder) => [feeder.place, feeder])),
    hanging: grouped(resolved.supplies, ({ key }) => feeds[key]),
    made: grouped(list, ({ above }) => above),
    outputs: grouped(list, ({ input, owner }) => (owner === undefined ? undefined : input)),
  }
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

/** Sums currents from the loads up, as what takes them asks for. */
export class Currents {
  private readonly busy = new Set<Place>()
  private readonly known = new Map<Place, Amps>()

  /**
   * @param taken amperes that a part takes at a supply input for itself
   * @param voltsInto volts at the input of a regulator
   * @param isAlive whether a feeder gives anything; what does not is drawn on by nobody
   */
  constructor(
    private readonly supplying: Supplying,
    private readonly taken: (supply: FittedSupply) => Amps,
    private readonly voltsInto: (feeder: Feeding) => Volts,
    private readonly isAlive: (place: Place) => boolean = () => true,
  ) {}

  /** Current out of a feeder. Loops, which the rules tell of, count once. */
  outOf(place: Place): Amps {
    const known = this.known.get(place)
    if (known !== undefined) return known
    if (this.busy.has(place) || !this.isAlive(place)) return 0
    this.busy.add(place)
    const sum = this.ownOf(place) + this.hangingOn(place) + this.madeFrom(place)
    this.busy.delete(place)
    this.known.set(place, sum)
    return sum
  }

  /** Current into a regulator, or on through what passes it on. */
  into(feeder: Feeding): Amps {
    const out = this.outOf(feeder.place)
    return feeder.parent === undefined ? out : currentInto(feeder, out, this.voltsInto(feeder))
  }

  /** Current through a supply input, with all that its part passes on. */
  through(supply: FittedSupply): Amps {
    if (supply.fitted.id === boardId) return this.outOf(referTo('rail', supply.supply.id))
    return this.takenAt(supply) + this.ofOutputs(supply.key, ({ volts }) => volts === undefined)
  }

  /** What a part takes at a supply input for itself and for what it regulates; the rest only passes through it. */
  takenAt(supply: FittedSupply): Amps {
    if (supply.fitted.id !== boardId) return this.taken(supply) + this.ofOutputs(supply.key, ({ volts }) => volts !== undefined)
    const place = referTo('rail', supply.supply.id)
    return this.isAlive(place) ? this.ownOf(place) + this.madeFrom(place) : 0
  }

  private ownOf(place: Place): Amps {
    return this.supplying.feeders.get(place)?.own ?? 0
  }

  private hangingOn(place: Place): Amps {
    return (this.supplying.hanging.get(place) ?? []).reduce((sum, supply) => sum + this.through(supply), 0)
  }

  private madeFrom(place: Place): Amps {
    return (this.supplying.made.get(place) ?? []).reduce((sum, feeder) => sum + this.into(feeder), 0)
  }

  private ofOutputs(key: SupplyKey, which: (feeder: Feeding) => boolean): Amps {
    return (this.supplying.outputs.get(key) ?? []).filter(which).reduce((sum, feeder) => sum + this.into(feeder), 0)
  }
}

/** Volts of a feeder with nothing lost in wires. */
export function plainVolts(feeders: Map<Place, Feeding>, place: Place, battery: Volts): Volts {
  let at = feeders.get(place)
  for (let steps = 0; at && at.volts === undefined && at.parent !== undefined && steps < feeders.size; steps += 1) {
    at = feeders.get(at.parent)
  }
  return at?.volts ?? battery
}

/** Currents of a plan as it is to be fed, at empty battery, when the most flows; losses in wires not counted. */
export function plainCurrents(resolved: ResolvedPlan, feeds: Feeds, load: LoadKind): Currents {
  const supplying = supplyingOf(resolved, feeds)
  const { min } = resolved.battery
  const into = ({ parent }: Feeding) => (parent === undefined ? 0 : plainVolts(supplying.feeders, parent, min))
  return new Currents(supplying, ({ supply }) => supply[load], into)
}

/** What flows through each supply input that has a source. */
export function currentsOf(resolved: ResolvedPlan): Map<SupplyKey, Load> {
  const feeds = resolved.plan.supplies
  const [typical, peak] = (['typical', 'peak'] as const).map((load) => plainCurrents(resolved, feeds, load))
  return new Map(
    resolved.supplies
      .filter(({ key }) => feeds[key] !== undefined)
      .map((supply) => [supply.key, { typical: typical!.through(supply), peak: peak!.through(supply) }]),
  )
}
