import type { Rail } from '../catalogue'
import { idIn, keyOf, partsOf, referTo, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import { formatAmps, formatVolts, type Amps, type Volts } from '../units'
import { share, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import type { Offer, Way } from './way'

/** Something that can feed a device: a rail of the board or a supply output of a device. */
export interface Source {
  place: Place
  label: string
  min: Volts
  max: Volts
  limit: Amps
  /** Current the source's owner takes itself. */
  own: Amps
  filtered: boolean
  /** Device whose output it is. */
  owner?: string
  kind: 'battery' | 'linear' | 'switching' | 'usb' | 'through'
  /** Of a regulator: what it asks of its input, and what it gets. */
  regulates?: { volts: Volts; dropout: Volts; from: { min: Volts; max: Volts }; bears?: Volts }
}

const known = new WeakMap<ResolvedPlan, Source[]>()

/** All sources of a plan with the voltage range they give from a full to an empty battery. */
export function sourcesOf(resolved: ResolvedPlan): Source[] {
  const found = known.get(resolved)
  if (found) return found
  const made = [...railSources(resolved), ...outputSources(resolved)]
  known.set(resolved, made)
  return made
}

/** Current into a regulator for a current out of it. */
function inputOf({ kind, volts, efficiency }: Rail, out: Amps, above: Volts): Amps {
  return kind === 'switching' && volts !== undefined ? (volts * out) / (efficiency * above) : out
}

/** What a rail gives with no load on it: its own volts, or those of what it is made from. */
function rangeOf(resolved: ResolvedPlan, rail: Rail | undefined): { min: Volts; max: Volts } {
  const rails = resolved.board.rails
  let at = rail
  for (let steps = 0; at && at.volts === undefined && at.source !== undefined && steps < rails.length; steps += 1) {
    at = rails.find(({ id }) => id === at!.source)
  }
  return at?.volts === undefined ? resolved.battery : { min: at.volts, max: at.volts }
}

function railSources(resolved: ResolvedPlan): Source[] {
  const { board, battery } = resolved
  /** What the board takes from a rail itself, through rails made from it too. */
  const ownOf = (rail: Rail): Amps =>
    board.rails
      .filter((made) => made.source === rail.id && made !== rail)
      .reduce((sum, made) => sum + inputOf(made, ownOf(made), rail.volts ?? battery.min), rail.own)
  return board.rails
    .filter((rail) => rail.kind !== 'usb' && board.pads.some((pad) => pad.rail === rail.id))
    .map((rail): Source => {
      const above = board.rails.find(({ id }) => id === rail.source)
      return {
        place: referTo('rail', rail.id),
        label: rail.label,
        ...(rail.volts === undefined ? battery : { min: rail.volts, max: rail.volts }),
        limit: rail.limit,
        own: ownOf(rail),
        filtered: rail.filtered,
        kind: rail.kind,
        ...(rail.volts === undefined || !above
          ? {}
          : { regulates: { volts: rail.volts, dropout: rail.dropout, from: rangeOf(resolved, above), bears: rail.input?.max } }),
      }
    })
}

function outputSources(resolved: ResolvedPlan): Source[] {
  const { board, battery, plan } = resolved
  return resolved.devices.flatMap(({ id, instance, device }) =>
    device.outputs.map((output): Source => {
      const feed = device.supplies.map((supply) => plan.supplies[keyOf(id, supply.id)]).find((place) => place !== undefined)
      const above = board.rails.find((rail) => rail.id === idIn('rail', feed))
      return {
        place: referTo('output', keyOf(id, output.id)),
        label: `${instance.name} ${output.label}`,
        ...(output.volts === undefined ? battery : { min: output.volts, max: output.volts }),
        limit: output.limit,
        own: 0,
        filtered: output.filtered,
        owner: id,
        kind: output.kind,
        ...(output.volts === undefined
          ? {}
          : { regulates: { volts: output.volts, dropout: output.dropout, from: above ? rangeOf(resolved, above) : battery } }),
      }
    }),
  )
}

/** Points of risk of drawing more at peak than a source can give, and of one that stops regulating. */
const overloadRisk = 120
const dropoutRisk = 40

/** What each source offers a supply input: within its limit, or beyond it at a cost. */
export function supplyOffers(resolved: ResolvedPlan, fitted: FittedSupply): Offer[] {
  return sourcesOf(resolved).map((source) => {
    const way = supplyWay(source, fitted, loadsOn(resolved, source, fitted.supply.peak))
    const beyond: Way = { ...way, facts: [...way.facts, overload(source, fitted.supply.peak)], claims: [] }
    return { place: source.place, ways: [way, beyond] }
  })
}

/** A supply input at its source; undefined when there is no such source. */
export function supplyPlaced(resolved: ResolvedPlan, fitted: FittedSupply, place: Place): Way {
  const source = sourcesOf(resolved).find((source) => source.place === place)
  if (source) return supplyWay(source, fitted, [])
  return {
    placement: { place },
    facts: [impossible('PWR-08', `is to be fed from ${partsOf(place).id}, which has no pad to solder to`)],
    claims: [],
  }
}

function supplyWay(source: Source, { fitted, supply }: FittedSupply, claims: Claim[]): Way {
  const facts = [...sourceFacts(source)]
  if (source.owner === fitted.id) facts.push(impossible('PWR-07', 'a device cannot feed itself', 'stop'))
  if (source.max > supply.max) {
    facts.push(
      impossible(
        'PWR-01',
        `${source.label} gives up to ${formatVolts(source.max)} on a full battery; it bears ${formatVolts(supply.max)}`,
        'stop',
      ),
    )
  } else if (source.min < supply.min) {
    facts.push(
      impossible(
        'PWR-01',
        `${source.label} goes down to ${formatVolts(source.min)} on an empty battery; it needs ${formatVolts(supply.min)}`,
      ),
    )
  }
  if (supply.filtered && !source.filtered) {
    facts.push(costly('PWR-10', `${source.label} is not filtered: stripes may show in the picture`, 4, 'weigh'))
  }
  if (source.owner) facts.push(costly('PWR-02', `fed by ${source.label}, not by the board`, 1))
  return { placement: { place: source.place }, facts, claims }
}

/** Volts that are but rounding. */
const nothing = 1e-6

/** A regulator beyond its input range feeds nothing well. */
function* sourceFacts({ label, regulates }: Source): Iterable<Fact> {
  if (!regulates) return
  const { volts, dropout, from, bears } = regulates
  if (bears !== undefined && from.max > bears) {
    yield impossible(
      'PWR-03',
      `${label} bears ${formatVolts(bears)} at its input; the full battery gives ${formatVolts(from.max)}`,
      'stop',
    )
  }
  const lacking = volts + dropout - from.min
  if (lacking > nothing) {
    yield costly(
      'PWR-03',
      `${label} lacks ${formatVolts(lacking)} at empty battery: it needs ${formatVolts(volts)} and its drop-out`,
      dropoutRisk,
    )
  }
}

function overload(source: Source, peak: Amps): Fact {
  const text = `${source.label} gives ${formatAmps(source.limit)}; this takes ${formatAmps(peak)} at peak on top of the rest`
  return costly('PWR-02', text, overloadRisk)
}

/** Milliamperes on a source and on the rails it is made from, rounded up. */
function loadsOn({ board, battery }: ResolvedPlan, source: Source, peak: Amps): Claim[] {
  if (!peak) return []
  const claims = [share(source.place, Math.ceil(peak * 1000 - 1e-9))]
  let amps = peak
  const passed = new Set<string>()
  let rail = board.rails.find(({ id }) => id === idIn('rail', source.place))
  while (rail && !passed.has(rail.id)) {
    passed.add(rail.id)
    const above = board.rails.find(({ id }) => id === rail!.source)
    if (!above) break
    amps = inputOf(rail, amps, above.volts ?? battery.min)
    claims.push(share(referTo('rail', above.id), Math.ceil(amps * 1000 - 1e-9)))
    rail = above
  }
  return claims
}

/** What can be drawn from each source besides what its owner takes, in milliamperes, rounded down. */
export function capacitiesOf(resolved: ResolvedPlan): Map<string, number> {
  const own = new Map(sourcesOf(resolved).map(({ place, own: amps }) => [place, amps]))
  const rails = resolved.board.rails.map(({ id, limit, own: amps }) => {
    const place = referTo('rail', id)
    return [place, milliamps(limit - (own.get(place) ?? amps))] as const
  })
  const outputs = sourcesOf(resolved)
    .filter(({ owner }) => owner)
    .map(({ place, limit }) => [place, milliamps(limit)] as const)
  const { maxLinks, usb } = resolved.board.configuration
  return new Map<string, number>([['configuration', maxLinks - (usb ? 1 : 0)], ...rails, ...outputs])
}

const milliamps = (amps: Amps) => Math.max(0, Math.floor(amps * 1000 + 1e-6))
