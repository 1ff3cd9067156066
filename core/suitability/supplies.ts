import { memo } from '../memo'
import { currentInto, fallsShort, feedersOf, inputRangeOf, plainCurrents, sourcesOf, type Feeder } from '../electrics'
import { batteryId, boardId, isFlown, partsOf, referTo, type FittedSupply, type Place, type ResolvedPlan } from '../plan'
import { formatAmps, formatVolts, milliampsGiven, milliampsTaken, type Amps } from '../units'
import { alike, share, type Claim } from './claim'
import { costly, impossible, type Fact } from './fact'
import type { Offer, Way } from './way'

/** Points of risk of drawing more at peak than a source can give, and of one that stops regulating. */
const overloadRisk = 120
const dropoutRisk = 40

/** What each source offers a supply input: within its limit, or beyond it at a cost. */
export function supplyOffers(resolved: ResolvedPlan, fitted: FittedSupply): Offer[] {
  const sources = sourcesOf(resolved)
  const peak = fitted.fitted.id === boardId ? boardPeak(resolved, fitted.supply.id) : fitted.supply.peak
  return sources.map((source) => {
    const { placement, facts, claims } = supplyWay(resolved, source, fitted)
    const within: Way = { placement, facts, claims: [...loadsOn(resolved, source, peak), ...claims] }
    if (source.owner === batteryId) return { place: source.place, ways: [within] }
    return { place: source.place, ways: [within, { placement, facts: [...facts, overload(source, peak)], claims }] }
  })
}

/** What the board can come to take at an input, with the regulators behind it given all they can. */
function boardPeak(resolved: ResolvedPlan, input: string): Amps {
  const { battery } = resolved
  const place = referTo('rail', input)
  const feeders = feedersOf(resolved)
  const made = feeders.filter(({ above, volts }) => above === place && volts !== undefined)
  const own = feeders.find((feeder) => feeder.place === place)?.own ?? 0
  return made.reduce((sum, rail) => sum + currentInto(rail, rail.limit, battery.min), own) + unregulated(resolved, input)
}

/** Peak of the devices that no regulator suits, but what reaches the board does. */
function unregulated(resolved: ResolvedPlan, input: string): Amps {
  const suits = ({ min, max }: Feeder, { supply }: FittedSupply) => min >= supply.min && max <= supply.max
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
  if (source) return supplyWay(resolved, source, fitted)
  return {
    placement: { place },
    facts: [impossible('PWR-08', `is to be fed from ${partsOf(place).id}, which has no pad to solder to`)],
    claims: [],
  }
}

function supplyWay(resolved: ResolvedPlan, source: Feeder, fitted: FittedSupply): Way {
  const facts = [
    ...sourceFacts(resolved, source, fitted),
    ...benchFacts(resolved, source, fitted),
    ...wayFacts(source, fitted),
    ...rangeFacts(source, fitted),
    ...preferenceFacts(resolved, source, fitted),
  ]
  return { placement: { place: source.place }, facts, claims: orderClaims(source, fitted) }
}

function* rangeFacts(source: Feeder, { fitted, supply, unregulated }: FittedSupply): Iterable<Fact> {
  if (unregulated && source.regulates) {
    yield impossible('PWR-01', `${source.label} gives ${formatVolts(source.max)}; this input is for the voltage of the battery`)
  }
  if (source.max > supply.max) {
    yield impossible(
      'PWR-01',
      source.min === source.max
        ? `${source.label} gives ${formatVolts(source.max)}; it accepts up to ${formatVolts(supply.max)}`
        : `${source.label} gives up to ${formatVolts(source.max)} on a full battery; it accepts up to ${formatVolts(supply.max)}`,
      'stop',
    )
  } else if (source.min < supply.min) {
    const gives =
      source.min === source.max
        ? `gives ${formatVolts(source.max)}`
        : `goes down to ${formatVolts(source.min)} on an empty battery`
    yield impossible('PWR-01', `${source.label} ${gives}; it needs ${formatVolts(supply.min)}`)
  }
  // Ripple shows in an analogue picture; a digital one is as it is sent.
  if (supply.filtered && !source.filtered && fitted.device.needs.some(({ kind }) => kind === 'video')) {
    yield costly('PWR-10', `${source.label} is not filtered: stripes may show in the picture`, 4, 'weigh')
  }
}

/** A bench supply feeds nothing that flies. */
function benchFacts({ device }: ResolvedPlan, { owner, label }: Feeder, { fitted }: FittedSupply): Fact[] {
  const giver = owner === undefined ? undefined : device(owner)
  if (!giver || isFlown(giver) || !isFlown(fitted)) return []
  return [impossible('PWR-08', `is to be fed from ${label}, which stays on the bench`)]
}

/** Motor current takes a way that is made for it; nothing feeds itself. */
function* wayFacts(source: Feeder, { fitted, supply, main }: FittedSupply): Iterable<Fact> {
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
function* preferenceFacts(resolved: ResolvedPlan, source: Feeder, input: FittedSupply): Iterable<Fact> {
  const { fitted, main } = input
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
  yield* usbFacts(resolved, source, input)
  if (fitted.device.class === 'servo' && (ownCurrents(resolved).get(source.place) ?? 0) > 0) {
    yield costly('PWR-02', `${label} feeds the board too: a servo that stalls can pull it down`, 6, 'weigh')
  }
}

/** What brings the commands is set up on the bench: it does well to hang on what USB alone feeds. */
function usbFacts(resolved: ResolvedPlan, source: Feeder, { fitted, supply }: FittedSupply): Fact[] {
  const live = ({ rail }: Feeder) => rail?.liveFrom.includes('usb') ?? false
  if (fitted.device.class !== 'receiver' || live(source)) return []
  const other = sourcesOf(resolved).find((each) => live(each) && each.min >= supply.min && each.max <= supply.max)
  return other ? [costly('PWR-09', `${source.label} is dead on USB alone; ${other.label} is live`, 2)] : []
}

/** Of two parts that could feed each other one feeds the other. */
function orderClaims({ owner = boardId }: Feeder, { fitted }: FittedSupply): Claim[] {
  const feeds = fitted.id === boardId || fitted.device.outputs.length > 0
  if (!feeds || owner === batteryId || owner === fitted.id) return []
  return [alike('PWR-07', `order:${[owner, fitted.id].sort().join(' ')}`, `${owner} feeds ${fitted.id}`)]
}

/** A regulator beyond its input range; one short of volts sags to what is left, which may be enough. */
function* sourceFacts(resolved: ResolvedPlan, source: Feeder, { supply }: FittedSupply): Iterable<Fact> {
  const { label, dropout, regulates } = source
  if (!regulates) return
  const { volts, bears } = regulates
  const from = inputRangeOf(resolved, source)
  if (bears !== undefined && from.max > bears) {
    yield impossible(
      'PWR-03',
      `${label} accepts up to ${formatVolts(bears)} at its input; the full battery gives ${formatVolts(from.max)}`,
      'stop',
    )
  }
  const given = Math.max(0, from.min - dropout)
  if (fallsShort(given, volts) && fallsShort(given, supply.min)) {
    yield costly(
      'PWR-03',
      `${label} sags to ${formatVolts(given)} at empty battery; it needs ${formatVolts(supply.min)}`,
      dropoutRisk,
    )
  }
}

function overload(source: Feeder, peak: Amps): Fact {
  const text = `${source.label} gives ${formatAmps(source.limit)}; this takes ${formatAmps(peak)} at peak on top of the rest`
  return costly('PWR-02', text, overloadRisk)
}

/** Milliamperes on a source and on the rails it is made from; all draw on the battery in the end, wherever they hang. */
function loadsOn(resolved: ResolvedPlan, source: Feeder, peak: Amps): Claim[] {
  if (!peak || source.owner === batteryId) return []
  const claims: Claim[] = []
  const passed = new Set<Place>()
  let amps = peak
  for (let at: Feeder | undefined = source; at && !passed.has(at.place);) {
    passed.add(at.place)
    claims.push(share(at.place, milliampsTaken(amps)))
    const above: Feeder | undefined = feedersOf(resolved).find(({ place }) => place === at!.above)
    if (above) amps = currentInto(at, amps, above.min)
    at = above
  }
  return claims
}

/** What the board takes from each of its rails itself, through rails made from it too. */
export const ownCurrents = memo((resolved: ResolvedPlan): Map<Place, Amps> => {
  const currents = plainCurrents(resolved, {}, 'peak')
  return new Map(feedersOf(resolved).flatMap(({ place, rail }) => (rail ? [[place, currents.outOf(place)] as const] : [])))
})

/** What can be drawn from each source besides what its owner takes, in milliamperes. */
export function capacitiesOf(resolved: ResolvedPlan): Map<string, number> {
  const own = ownCurrents(resolved)
  const currents = feedersOf(resolved)
    .filter(({ owner }) => owner !== batteryId)
    .map(({ place, limit }) => [place, Math.max(0, milliampsGiven(limit - (own.get(place) ?? 0)))] as const)
  const { maxLinks, usb } = resolved.board.configuration
  return new Map<string, number>([
    ['configuration', maxLinks - (usb ? 1 : 0)],
    ['receivers', resolved.board.receivers],
    ...currents,
  ])
}
