import type { Feeder } from '../electrics'
import { contactOf, type Contact } from '../catalogue'
import { inputPoints, wireId, type Wire, type WireEnd } from '../harness'
import {
  placeLabel,
  referTo,
  type Edit,
  type FittedNeed,
  type FittedSupply,
  type NeedKey,
  type Place,
  type ResolvedPlan,
  type Subject,
} from '../plan'
import {
  goodRates,
  isPossible,
  offersForSupply,
  type Clash,
  type Fact,
  type PlacedNeed,
  type PlacedSupply,
  type RuleId,
  type Way,
} from '../suitability'
import { formatBaud, type Baud } from '../units'
import { aboutPlaced, aboutSupply, nameOf, needName, type CheckContext, type Report } from './context'
import type { Fix } from './finding'
import { isByHand, joinersOf } from './joins'

/** Sets of two, each pair once. */
export function pairs<T>(list: T[]): [T, T][] {
  return list.flatMap((first, at) => list.slice(at + 1).map((second): [T, T] => [first, second]))
}

/** The fix that keeps a need off a place. */
export function keepOff({ resolved }: CheckContext, need: FittedNeed, place: Place): Fix {
  const label = `Keep ${nameOf(need.fitted)} off ${placeLabel(place, resolved.plan)}`
  return { label, edit: { type: 'need.ban', need: need.key, place } }
}

/** The fix that keeps a placed need off its place. */
export function keepAway(context: CheckContext, { need, placement }: PlacedNeed): Fix {
  return keepOff(context, need, placement.place)
}

/** The fix that gives a need up. */
export function doWithout(need: NeedKey, label: string): Fix {
  return { label, edit: { type: 'need.leave-out', need, leftOut: true } }
}

/** What a rule says of the places that needs have: each fact of it that is grave enough to report. */
export function* placeReports(
  context: CheckContext,
  rule: RuleId,
  fixes: (placed: PlacedNeed, fact: Fact) => Fix[] = (placed) => [keepAway(context, placed)],
): Iterable<Report> {
  for (const placed of context.placed) {
    for (const fact of placed.way.facts) {
      if (fact.rule !== rule || !fact.severity) continue
      yield {
        severity: fact.severity,
        subjects: aboutPlaced(placed),
        fact: `${needName(placed.need)}: ${fact.text}`,
        fixes: [...linkBack(context, placed.need.key), ...fixes(placed, fact)],
      }
    }
  }
}

/** The same of the sources that supply inputs have. */
export function* supplyReports(context: CheckContext, rule: RuleId, fixes: (fed: PlacedSupply) => Fix[]): Iterable<Report> {
  for (const fed of context.fed) {
    for (const fact of fed.way.facts) {
      if (fact.rule !== rule || !fact.severity) continue
      const byHand = feedingByHand(context, fed.supply, context.sources.find(({ place }) => place === fed.source)?.plus)
      yield {
        severity: fact.severity,
        subjects: [...aboutSupply(fed.supply), fed.source],
        fact: `${nameOf(fed.supply.fitted)}: ${fact.text}`,
        fixes: [...byHand.flatMap((wire) => wireBack(context, wire)), ...fixes(fed)],
        ...causedBy(context, ...byHand),
      }
    }
  }
}

/** What a rule says of needs that take one thing together. */
export function* clashReports(context: CheckContext, rule: RuleId, say: (clash: Clash) => string | undefined): Iterable<Report> {
  for (const clash of context.clashes) {
    const fact = clash.rule === rule ? say(clash) : undefined
    if (fact === undefined) continue
    yield {
      subjects: [...new Set([...aboutPlaced(clash.one), ...aboutPlaced(clash.other)])],
      fact,
      fixes: [keepAway(context, clash.one), keepAway(context, clash.other)],
    }
  }
}

/** Sources that suit a supply input, so that feeding it from there brings nothing grave. */
export function suitingSources({ resolved, sources }: CheckContext, supply: FittedSupply): Feeder[] {
  const suits = (way: Way) => isPossible(way) && !way.facts.some(({ rule }) => rule === 'PWR-03')
  const suiting = new Set(offersForSupply(resolved, supply).flatMap(({ place, ways }) => (ways.some(suits) ? [place] : [])))
  return sources.filter(({ place }) => suiting.has(place))
}

/** Wires by hand that lead to a supply input what feeds it: its own, or others that join it with that. @param plus the source's point */
export function feedingByHand(context: CheckContext, supply: FittedSupply, plus: string | undefined): Wire[] {
  const own = supplyWire(context, supply)
  if (own && isByHand(context, own)) return [own]
  return plus === undefined ? [] : joinersOf(context, inputPoints(supply.fitted.id, supply.supply).plus, plus)
}

/** The wire of a supply input. */
function supplyWire({ wires }: CheckContext, { fitted, supply }: FittedSupply): Wire | undefined {
  return wires.find(({ id }) => id === wireId(fitted.id, supply.terminal))
}

/** Fixes that feed a supply input from elsewhere, with its wires led there and fitted whatever was done with them by hand. */
export function feedFixes(
  context: CheckContext,
  fitted: FittedSupply,
  sources: Feeder[],
  label: (source: Feeder) => string,
): Fix[] {
  const back = wiresBack(context, fitted)
  return sources.map((source): Fix => {
    const choose: Edit = { type: 'supply.choose', supply: fitted.key, source: source.place }
    const words = label(source)
    return { label: words, edit: back.length ? { type: 'several', label: words, edits: [choose, ...back] } : choose }
  })
}

/** The edits that fit the wires of a supply input and lead them where it is fed from, whatever was done with them by hand. */
export function wiresBack({ resolved: { plan } }: CheckContext, { fitted, supply }: FittedSupply): Edit[] {
  return [supply.terminal, supply.ground].flatMap((terminal): Edit[] => {
    const wire = wireId(fitted.id, terminal ?? '')
    const { end, omitted } = plan.wires[wire] ?? {}
    const unset = [...(end === undefined ? [] : ['end' as const]), ...(omitted ? ['omitted' as const] : [])]
    return unset.length ? [{ type: 'wire.set', wire, unset }] : []
  })
}

/** Fixes that set both ends of a link to a rate that its port makes well, alike in all else, those that one end has already first. */
export function rateFixes({ links }: CheckContext, key: NeedKey, suits = (_: Baud) => true): Fix[] {
  const link = links.find(({ need }) => need.key === key)
  if (!link) return []
  const { board, device } = link
  const { format, inverted, halfDuplex } = device
  const there = board.baud === device.baud ? [] : [device.baud, board.baud]
  const others = goodRates(link).filter((baud) => (baud !== board.baud || there.includes(baud)) && suits(baud))
  const rank = (baud: number) => (there.includes(baud) ? there.indexOf(baud) : there.length)
  return others
    .toSorted((one, other) => rank(one) - rank(other))
    .map((baud) => ({
      label: `Set both ends to ${formatBaud(baud)}`,
      edit: {
        type: 'several',
        label: `Run ${needName(link.need)} at ${formatBaud(baud)}`,
        edits: [
          { type: 'link.set', need: key, end: 'board', set: { baud, format, inverted, halfDuplex } },
          { type: 'link.set', need: key, end: 'device', set: { baud, format, inverted, halfDuplex } },
        ],
      },
    }))
}

/** The fix that takes back what was set by hand of a link; none where nothing was. */
export function linkBack({ resolved: { plan } }: CheckContext, need: NeedKey): Fix[] {
  if (plan.links[need] === undefined) return []
  return [{ label: 'Set both ends as worked out', edit: { type: 'link.clear', need } }]
}

/** Labels of the pads that bring a pin out, or the pin itself. */
export function padName({ padsOfPin }: ResolvedPlan, pin: string): string {
  return padsOfPin(pin)[0]?.label ?? pin
}

/** Subjects of a wire: itself and the devices at its ends. */
export function aboutWire({ id, from, to }: Wire): Subject[] {
  const devices = [from.device, to.device].filter((device) => device !== undefined)
  return [referTo('wire', id), ...devices.map((device) => referTo('device', device))]
}

/** The fix that fits a wire which was left off. */
export function fitWire({ id, number }: Wire): Fix {
  return { label: `Fit ${number}`, edit: { type: 'wire.set', wire: id, unset: ['omitted'] } }
}

/** The fix that lets a wire end where it belongs, or takes it away where it was added; none where nothing was done by hand. */
export function wireBack({ resolved: { plan } }: CheckContext, { id, number }: Wire): Fix[] {
  if (Object.hasOwn(plan.extras, id)) return [{ label: `Remove ${number}`, edit: { type: 'wire.remove', wire: id } }]
  if (plan.wires[id]?.end === undefined) return []
  return [{ label: `Wire ${number} where it belongs`, edit: { type: 'wire.set', wire: id, unset: ['end'] } }]
}

/** A wire as the cause of what is reported, where it is as it is by hand. */
export function causedBy(context: CheckContext, ...wires: (Wire | undefined)[]): { cause?: string[] } {
  const byHand = wires.flatMap((wire) => (wire && isByHand(context, wire) ? [wire.id] : []))
  return byHand.length ? { cause: byHand } : {}
}

/** The kind of connector a wire's end is a contact of, with what a contact of it bears; undefined at pads and leads. */
export function contactAt({ resolved }: CheckContext, { device, point }: WireEnd): ({ type: string } & Contact) | undefined {
  const on = device === undefined ? resolved.pad(point)?.connector : undefined
  const connector =
    device === undefined
      ? resolved.board.connectors.find(({ id }) => id === on)
      : resolved.device(device)?.device.connectors.find(({ pins }) => pins.includes(point))
  const contact = connector && contactOf(connector)
  return contact && { type: connector.type, ...contact }
}

/** A wire's end with its owner, in words. */
export function endWords({ name }: CheckContext, { device, label }: WireEnd): string {
  if (device !== undefined) return `${label} of ${name(device)}`
  return `pad ${label}`
}
