import { oncePer } from '../once'
import type { Device, Terminal } from '../catalogue'
import { Circuit, powerTree, wiresOf, type PowerTree, type Wire } from '../harness'
import { serialLinks, type SerialLink } from '../links'
import {
  boardId,
  referTo,
  resolvePlan,
  type FittedDevice,
  type FittedNeed,
  type FittedSupply,
  type ResolvedPlan,
  type Subject,
} from '../plan'
import {
  clashesOf,
  placedNeeds,
  placedSupplies,
  sourcesOf,
  type Clash,
  type Placed,
  type PlacedSupply,
  type Severity,
  type Source,
} from '../suitability'
import type { Finding, RuleMeta } from './finding'

/** All that rules may look at. */
export interface CheckContext {
  resolved: ResolvedPlan
  links: SerialLink[]
  wires: Wire[]
  /** What the wires connect, as they are. */
  circuit: Circuit
  sources: Source[]
  power: PowerTree
  /** Needs with a place and supplies with a source, each with what that place is to it. */
  placed: Placed[]
  fed: PlacedSupply[]
  /** Needs that take one thing in ways that do not go together. */
  clashes: Clash[]
  /** Supply inputs with the source that the wires lead to each, if any. */
  feeds: { supply: FittedSupply; source?: Source }[]
  terminal: (device: string, id: string) => Terminal | undefined
  name: (device: string) => string
}

/** What a rule reports; the runner adds rule, severity and id. */
export interface Report extends Omit<Finding, 'id' | 'rule' | 'severity' | 'fixes'> {
  severity?: Severity
  fixes?: Finding['fixes']
}

/** One rule of the trade: what it is and how it is checked. */
export interface Rule {
  meta: RuleMeta
  check: (context: CheckContext) => Iterable<Report>
}

/** What the rules share, each part worked out when the first of them asks for it. */
export function checkContext({ plan }: Pick<ResolvedPlan, 'plan'>): CheckContext {
  const context: CheckContext = {
    get resolved() {
      return resolvePlan(plan)
    },
    get links() {
      return serialLinks(context.resolved)
    },
    get wires() {
      return wired(context)
    },
    get circuit() {
      return circuitOf(context)
    },
    get sources() {
      return sourcesOf(context.resolved)
    },
    get power() {
      return powerOf(context)
    },
    get placed() {
      return placedNeeds(context.resolved)
    },
    get fed() {
      return fedOf(context)
    },
    get clashes() {
      return clashing(context)
    },
    get feeds() {
      return feedsOf(context)
    },
    terminal: (device, id) => terminalsOf(context).get(device)?.get(id),
    name: (device) => context.resolved.device(device)?.instance.name ?? device,
  }
  return context
}

const wired = oncePer(({ resolved }: CheckContext) => wiresOf(resolved))
const circuitOf = oncePer(({ resolved, wires }: CheckContext) => new Circuit(resolved, wires))
const powerOf = oncePer(({ resolved, wires, circuit }: CheckContext) => powerTree(resolved, wires, circuit))
const placesFed = oncePer(({ circuit }: CheckContext) => circuit.feeds())
const fedOf = oncePer((context: CheckContext) => placedSupplies(context.resolved, placesFed(context)))
const clashing = oncePer(({ placed }: CheckContext) => clashesOf(placed))
const feedsOf = oncePer((context: CheckContext) =>
  context.resolved.supplies.map((supply) => ({
    supply,
    source: context.sources.find(({ place }) => place === placesFed(context)[supply.key]),
  })),
)
const terminalsOf = oncePer(
  ({ resolved }: CheckContext) => new Map(resolved.parts.map((fitted) => [fitted.id, terminalMap(fitted.device)])),
)

function terminalMap(device: Device): Map<string, Terminal> {
  return new Map(device.terminals.map((terminal) => [terminal.id, terminal]))
}

/** Subjects of a need: itself and its device. */
export function aboutNeed({ key, fitted }: FittedNeed): Subject[] {
  return [referTo('need', key), referTo('device', fitted.id)]
}

/** Subjects of a link: its need, device and port. */
export function aboutLink(link: SerialLink): Subject[] {
  return [...aboutNeed(link.need), referTo('port', link.port.id)]
}

/** Subjects of a need at its place. */
export function aboutPlaced({ need, placement }: Placed): Subject[] {
  return [...aboutNeed(need), placement.place]
}

/** Subjects of a supply: itself and its device; the board has no entry of its own. */
export function aboutSupply({ key, fitted }: FittedSupply): Subject[] {
  return [referTo('supply', key), ...(fitted.id === boardId ? [] : [referTo('device', fitted.id)])]
}

export function nameOf(fitted: FittedDevice): string {
  return fitted.instance.name
}

/** What a need is called in a sentence. */
export function needName({ fitted, need }: FittedNeed): string {
  return `${fitted.instance.name} (${need.label})`
}
