import { oncePer } from '../once'
import type { Rail } from '../catalogue'
import { batteryId, boardId, idIn, keyOf, partsOf, referTo, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import { formatAmps, formatVolts, type Amps, type Volts } from '../units'
import { alike, share, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import type { Offer, Way } from './way'

/** Something that can feed a part: the battery, a rail of the board or a supply output of a device. */
export interface Source {
  place: Place
  label: string
  min: Volts
  max: Volts
  limit: Amps
  /** Current the source's owner takes itself. */
  own: Amps
  filtered: boolean
  /** Part whose output it is; missing at a rail of the board. */
  owner?: string
  /** Made to carry the current of motors. */
  main: boolean
  kind: 'battery' | 'linear' | 'switching' | 'usb' | 'through'
  /** Of a regulator: what it asks of its input, and what it gets. */
  regulates?: { volts: Volts; dropout: Volts; from: { min: Volts; max: Volts }; bears?: Volts }
}

/** All sources of a plan with the voltage range they give from a full to an empty battery. */
export const sourcesOf = oncePer((resolved: ResolvedPlan): Source[] => [...railSources(resolved), ...outputSources(resolved)])

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
        ...rangeOf(resolved, rail),
        main: rail.main,
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
  return resolved.parts.flatMap(({ id, instance, device }) =>
    device.outputs.map((output): Source => {
      const feed = device.supplies.map((supply) => plan.supplies[keyOf(id, supply.id)]).find((place) => place !== undefined)
      const above = board.rails.find((rail) => rail.id === idIn('rail', feed))
      return {
        place: referTo('output', keyOf(id, output.id)),
        label: `${instance.name} ${output.label}`.trim(),
        main: output.main,
        ...(output.volts === undefined ? battery : { min: output.volts, max: output.volts }),
        limit: output.limit,
        own: 0,
        filtered: output.filtered,
        owner: id,
        kind: id === batteryId ? 'battery' : output.kind,
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
  const sources = sourcesOf(resolved)
  const peak = fitted.fitted.id === boardId ? boardPeak(resolved, fitted.supply.id) : fitted.supply.peak
  return sources.map((source) => {
    const { placement, facts, claims } = supplyWay(source, fitted)
    const within: Way = { placement, facts, claims: [...loadsOn(resolved, source, peak), ...claims] }
    if (source.owner === batteryId) return { place: source.place, ways: [within] }
    return { place: source.place, ways: [within, { placement, facts: [...facts, overload(source, peak)], claims }] }
  })
}

/** What the board can come to take at an input, with the regulators behind it given all they can. */
function boardPeak(resolved: ResolvedPlan, input: string): Amps {
  const { board, battery } = resolved
  const made = board.rails.filter(({ source, volts }) => source === input && volts !== undefined)
  const own = board.rails.find(({ id }) => id === input)?.own ?? 0
  return made.reduce((sum, rail) => sum + inputOf(rail, rail.limit, battery.min), own) + unregulated(resolved, input)
}

/** Peak of the devices that no regulator suits, but what reaches the board does. */
function unregulated(resolved: ResolvedPlan, input: string): Amps {
  const suits = ({ min, max }: Source, { supply }: FittedSupply) => min >= supply.min && max <= supply.max
  const sources = sourcesOf(resolved)
  const rail = sources.find(({ place }) => place === referTo('rail', input))
  const regulated = sources.filter(({ regulates }) => regulates !== undefined)
  return resolved.supplies
    .filter((fitted) => fitted.fitted.id !== boardId && !fitted.main && rail && suits(rail, fitted))
    .filter((fitted) => !regulated.some((source) => suits(source, fitted)))
    .reduce((sum, { supply }) => sum + supply.peak, 0)
}

/** A supply input at its source; undefined when there is no such source. */
export function supplyPlaced(resolved: ResolvedPlan, fitted: FittedSupply, place: Place): Way {
  const source = sourcesOf(resolved).find((source) => source.place === place)
  if (source) return supplyWay(source, fitted)
  return {
    placement: { place },
    facts: [impossible('PWR-08', `is to be fed from ${partsOf(place).id}, which has no pad to solder to`)],
    claims: [],
  }
}

function supplyWay(source: Source, fitted: FittedSupply): Way {
  const facts = [
    ...sourceFacts(source, fitted),
    ...wayFacts(source, fitted),
    ...rangeFacts(source, fitted),
    ...preferenceFacts(source, fitted),
  ]
  return { placement: { place: source.place }, facts, claims: orderClaims(source, fitted) }
}

function* rangeFacts(source: Source, { supply, unregulated }: FittedSupply): Iterable<Fact> {
  if (unregulated && source.regulates) {
    yield impossible('PWR-01', `${source.label} gives ${formatVolts(source.max)}; this input is for the voltage of the battery`)
  }
  if (source.max > supply.max) {
    yield impossible(
      'PWR-01',
      `${source.label} gives up to ${formatVolts(source.max)} on a full battery; it accepts up to ${formatVolts(supply.max)}`,
      'stop',
    )
  } else if (source.min < supply.min) {
    yield impossible(
      'PWR-01',
      `${source.label} goes down to ${formatVolts(source.min)} on an empty battery; it needs ${formatVolts(supply.min)}`,
    )
  }
  if (supply.filtered && !source.filtered) {
    yield costly('PWR-10', `${source.label} is not filtered: stripes may show in the picture`, 4, 'weigh')
  }
}

/** Motor current takes a way that is made for it; nothing feeds itself. */
function* wayFacts(source: Source, { fitted, supply, main }: FittedSupply): Iterable<Fact> {
  if (source.owner === fitted.id) yield impossible('PWR-07', 'a device cannot feed itself', 'stop')
  if (fitted.id === boardId && source.owner === undefined) yield impossible('PWR-07', 'the board cannot feed itself', 'stop')
  if (main && !source.main) {
    const taken = supply.peak ? `up to ${formatAmps(supply.peak)} of motor current` : 'motor current'
    yield impossible('PWR-12', `${source.label} is not made for motor current, and this passes ${taken}`, 'stop')
  }
}

/**
 * What stands where anyone would expect it costs nothing: main current from the battery by a
 * distribution board, the board through the cable of an ESC, small parts from the board.
 */
function* preferenceFacts(source: Source, { fitted, main }: FittedSupply): Iterable<Fact> {
  const { owner, label } = source
  const fromBattery = owner === batteryId
  if (main) {
    const distributes = fitted.device.outputs.some((output) => output.main)
    if (fromBattery !== distributes && owner !== undefined)
      yield costly('PWR-12', fromBattery ? 'soldered to the battery’s lead, not to a distribution board' : `fed by ${label}`, 2)
  } else if (fitted.id === boardId) {
    if (fromBattery) yield costly('PWR-12', 'soldered to the battery’s lead', 2)
    else if (source.main) yield costly('PWR-02', `fed by ${label}`, 1)
  } else if (fromBattery) {
    yield costly('PWR-12', 'soldered to the battery’s lead', 3)
  } else if (owner !== undefined) {
    yield costly('PWR-02', `fed by ${label}, not by the board`, source.kind === 'through' && !source.main ? 3 : 1)
  }
  if (fitted.device.class === 'servo' && source.own > 0) {
    yield costly('PWR-02', `${label} feeds the board too: a servo that stalls can pull it down`, 6, 'weigh')
  }
}

/** Of two parts that could feed each other one feeds the other. */
function orderClaims({ owner = boardId }: Source, { fitted }: FittedSupply): Claim[] {
  const feeds = fitted.id === boardId || fitted.device.outputs.length > 0
  if (!feeds || owner === batteryId || owner === fitted.id) return []
  return [alike('PWR-07', `order:${[owner, fitted.id].sort().join(' ')}`, `${owner} feeds ${fitted.id}`)]
}

/** Volts that are but rounding. */
const nothing = 1e-6

/** A regulator beyond its input range; one short of volts sags to what is left, which may be enough. */
function* sourceFacts({ label, regulates }: Source, { supply }: FittedSupply): Iterable<Fact> {
  if (!regulates) return
  const { volts, dropout, from, bears } = regulates
  if (bears !== undefined && from.max > bears) {
    yield impossible(
      'PWR-03',
      `${label} accepts up to ${formatVolts(bears)} at its input; the full battery gives ${formatVolts(from.max)}`,
      'stop',
    )
  }
  const given = Math.max(0, from.min - dropout)
  if (given < volts - nothing && given < supply.min - nothing) {
    yield costly(
      'PWR-03',
      `${label} sags to ${formatVolts(given)} at empty battery; it needs ${formatVolts(supply.min)}`,
      dropoutRisk,
    )
  }
}

function overload(source: Source, peak: Amps): Fact {
  const text = `${source.label} gives ${formatAmps(source.limit)}; this takes ${formatAmps(peak)} at peak on top of the rest`
  return costly('PWR-02', text, overloadRisk)
}

/** Milliamperes on a source and on the rails it is made from, rounded up; all draw on the battery in the end, wherever they hang. */
function loadsOn({ board, battery }: ResolvedPlan, source: Source, peak: Amps): Claim[] {
  if (!peak || source.owner === batteryId) return []
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
    .filter(({ owner }) => owner !== undefined && owner !== batteryId)
    .map(({ place, limit }) => [place, milliamps(limit)] as const)
  const { maxLinks, usb } = resolved.board.configuration
  return new Map<string, number>([
    ['configuration', maxLinks - (usb ? 1 : 0)],
    ['receivers', resolved.board.receivers],
    ...rails,
    ...outputs,
  ])
}

const milliamps = (amps: Amps) => Math.max(0, Math.floor(amps * 1000 + 1e-6))
