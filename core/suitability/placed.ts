import type { RuleId } from './rule-ids'
import { memo } from '../memo'
import { needKind, type Wiring } from '../catalogue'
import {
  padPoint,
  placeLabel,
  partsOf,
  terminalPoint,
  type FittedNeed,
  type FittedSupply,
  type Place,
  type PlaceKind,
  type Placement,
  type ResolvedPlan,
  type WirePoint,
} from '../plan'
import { serialLinks, linesTaken, terminalAt } from '../links'
import { busLines, busOffers, busWay, isBusNeed } from './buses'
import type { Claim } from './claim'
import { impossible } from './fact'
import { keptForNeed, keptForSupply } from './kept'
import { inputLines, inputOffers, inputWay } from './inputs'
import { outletAt } from './outlets'
import { isPartPort, partPortWires } from './part-ports'
import { padOffers, padPlaced } from './pads'
import { serialOffers, serialPlaced } from './serial'
import { supplyOffers, supplyPlaced } from './supplies'
import { costOf, type Offer, type Way } from './way'

/** Where one wire of a placed need goes: to any pad of a pin, or to one point: a pad, or a terminal of another part. */
export type WiredTo = { terminal: string } & ({ pin: string } | { point: WirePoint })

/** How needs of one wiring are offered places, stand at one, and are wired. */
interface WiringRules {
  /** Kinds of place that can serve. */
  at: PlaceKind[]
  offers: (resolved: ResolvedPlan, fitted: FittedNeed) => Offer[]
  /** The ways in which the need may be met at its place. */
  placed: (resolved: ResolvedPlan, fitted: FittedNeed, placement: Placement) => Way[]
  wires: (resolved: ResolvedPlan, fitted: FittedNeed, placement: Placement) => WiredTo[]
}

const nowhere: WiringRules = { at: [], offers: () => [], placed: () => [], wires: () => [] }

/** Narrows a need to the kinds that a wiring has; the table of kinds says which those are. */
const as = <T extends FittedNeed>(fitted: FittedNeed) => fitted as T
type Serial = Parameters<typeof serialOffers>[1]
type Input = Parameters<typeof inputOffers>[1]

const rules: Record<Wiring, WiringRules> = {
  port: {
    at: ['port', 'storage', 'device'],
    offers: (resolved, fitted) => serialOffers(resolved, as<Serial>(fitted)),
    placed: (resolved, fitted, placement) => [serialPlaced(resolved, as<Serial>(fitted), placement)],
    wires: (resolved, fitted, placement) => {
      if (isPartPort(placement)) return partPortWires(resolved, as<Serial>(fitted), placement.place)
      const link = serialLinks(resolved).find(({ need }) => need.key === fitted.key)
      if (!link) return []
      return linesTaken(link.need.need, link.board, link.port).flatMap((line) => {
        const terminal = terminalAt(link.need.need, line)
        const pin = link.port[line]?.pin
        return pin && terminal ? [{ terminal, pin }] : []
      })
    },
  },
  pad: {
    at: ['pad', 'device'],
    offers: padOffers,
    placed: padPlaced,
    wires: (resolved, { need }, { place }) => {
      const { owner, pad } = outletAt(resolved, place) ?? {}
      const point = owner && pad ? terminalPoint(owner.id, pad.terminal) : padPoint(partsOf(place).id)
      return needKind(need)
        .terminals(need)
        .map(({ terminal }) => ({ terminal, point }))
    },
  },
  bus: {
    at: ['i2c', 'can'],
    offers: (resolved, fitted) => (isBusNeed(fitted) ? busOffers(resolved, fitted) : []),
    placed: (resolved, fitted, placement) => (isBusNeed(fitted) ? [busWay(resolved, fitted, placement)] : []),
    wires: (resolved, fitted, { place }) => (isBusNeed(fitted) ? busLines(resolved, fitted, place) : []),
  },
  inputs: {
    at: ['inputs'],
    offers: (resolved, fitted) => inputOffers(resolved, as<Input>(fitted)),
    placed: (resolved, fitted, placement) => [inputWay(resolved, as<Input>(fitted), placement)],
    wires: (resolved, fitted) => inputLines(resolved, as<Input>(fitted)),
  },
  chain: nowhere,
  none: nowhere,
}

/** What each place of the board offers a need; nothing for needs that take no place of the board. */
export function offersFor(resolved: ResolvedPlan, fitted: FittedNeed): Offer[] {
  return keptForNeed(resolved, fitted, () => rules[needKind(fitted.need).wiring].offers(resolved, fitted))
}

/** What each source of the plan offers a supply input. */
export function offersForSupply(resolved: ResolvedPlan, fitted: FittedSupply): Offer[] {
  return keptForSupply(resolved, fitted.supply, fitted.fitted.id, () => supplyOffers(resolved, fitted))
}

/** The wires that a placed need asks for. */
export function wiresFor(resolved: ResolvedPlan, fitted: FittedNeed, placement: Placement): WiredTo[] {
  const { at, wires } = rules[needKind(fitted.need).wiring]
  return at.includes(partsOf(placement.place).kind) ? wires(resolved, fitted, placement) : []
}

/** A need that has been given a place, with what that place is to it. */
export interface PlacedNeed {
  need: FittedNeed
  placement: Placement
  /** The ways that the placement leaves open; their claims differ at most in the setting of a timer. */
  ways: Way[]
  /** The one of least cost. */
  way: Way
}

/** All needs of a plan that have a place, whoever put them there. */
export const placedNeeds = memo((resolved: ResolvedPlan): PlacedNeed[] =>
  resolved.needs.flatMap((need): PlacedNeed[] => {
    const placement = resolved.plan.assignment[need.key]
    if (!placement) return []
    const { at, placed } = rules[needKind(need.need).wiring]
    const fits = at.includes(partsOf(placement.place).kind)
    const strange: Way = {
      placement,
      facts: [impossible('FIT-01', `is put at ${placeLabel(placement.place, resolved.plan)}, which is no place for it`)],
      claims: [],
    }
    const ways = fits ? placed(resolved, need, placement) : [strange]
    const way = ways.reduce((best, way) => (costOf(way) < costOf(best) ? way : best))
    return [{ need, placement, ways, way }]
  }),
)

/** A supply input that has been given a source. */
export interface PlacedSupply {
  supply: FittedSupply
  source: Place
  way: Way
}

/**
 * All supply inputs of a plan that have a source.
 * @param feeds what feeds each, where the wires decide; otherwise as chosen
 */
export function placedSupplies(resolved: ResolvedPlan, feeds: Record<string, Place> = resolved.plan.supplies): PlacedSupply[] {
  return resolved.supplies.flatMap((supply): PlacedSupply[] => {
    const source = feeds[supply.key]
    return source === undefined ? [] : [{ supply, source, way: supplyPlaced(resolved, supply, source) }]
  })
}

/** Two needs that take one thing in a way that does not go together. */
export interface Clash {
  rule: RuleId
  one: PlacedNeed
  other: PlacedNeed
  thing: string
}

type Taking = Exclude<Claim, { kind: 'share' }>

/** What a placed need takes: of each thing the claim, with every setting that its ways leave open. */
function takings({ ways }: PlacedNeed): Map<string, { claim: Taking; settings: Set<string> }> {
  const taken = new Map<string, { claim: Taking; settings: Set<string> }>()
  for (const claim of ways.flatMap((way) => way.claims)) {
    if (claim.kind === 'share') continue
    const known = taken.get(claim.thing) ?? { claim, settings: new Set<string>() }
    if (claim.kind === 'alike') known.settings.add(claim.as)
    taken.set(claim.thing, known)
  }
  return taken
}

/** All clashes between placed needs, each pair once for each rule, in the order of the needs. */
export function clashesOf(placed: PlacedNeed[]): Clash[] {
  const holders = new Map<string, { need: PlacedNeed; claim: Taking; settings: Set<string> }[]>()
  const found = new Map<string, Clash>()
  for (const need of placed) {
    for (const [thing, { claim, settings }] of takings(need)) {
      const before = holders.get(thing) ?? []
      for (const other of before) {
        const agree = claim.kind === 'alike' && [...settings].some((setting) => other.settings.has(setting))
        const key = `${claim.rule} ${other.need.need.key} ${need.need.key}`
        if (!agree && !found.has(key)) found.set(key, { rule: claim.rule, one: other.need, other: need, thing })
      }
      holders.set(thing, [...before, { need, claim, settings }])
    }
  }
  return [...found.values()]
}
