import { inParts, memo } from '../memo'
import type { Device, Terminal } from '../catalogue'
import { sourcesOf, type Feeder } from '../electrics'
import { Circuit, powerTree, wiresOf, type PowerTree, type Wire, throughJoints } from '../harness'
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
  type Clash,
  type PlacedNeed,
  type PlacedSupply,
  type Severity,
} from '../suitability'
import type { Finding, RuleMeta } from './finding'

/** All that rules may look at. */
export interface CheckContext {
  resolved: ResolvedPlan
  links: SerialLink[]
  wires: Wire[]
  /** The wires as they lead from end to end, through joints; what a signal meets is asked of these. */
  through: Wire[]
  /** What the wires connect, as they are. */
  circuit: Circuit
  sources: Feeder[]
  power: PowerTree
  /** Needs with a place and supplies with a source, each with what that place is to it. */
  placed: PlacedNeed[]
  fed: PlacedSupply[]
  /** Needs that take one thing in ways that do not go together. */
  clashes: Clash[]
  /** Supply inputs with the source that the wires lead to each, if any. */
  feeds: { supply: FittedSupply; source?: Feeder }[]
  terminal: (device: string, id: string) => Terminal | undefined
  name: (device: string) => string
}

/** What a rule reports; the runner adds rule, severity and id. */
export interface Report extends Omit<Finding, 'id' | 'rule' | 'severity' | 'fixes'> {
  severity?: Severity
  fixes?: Finding['fixes']
  /** Wires by hand that make what is reported, by id: what the same wires make is told once. */
  cause?: string[]
}

/** One rule of the trade: what it is and how it is checked. */
export interface Rule {
  meta: RuleMeta
  check: (context: CheckContext) => Iterable<Report>
}

/** What the rules share, each part worked out when the first of them asks for it. */
export function checkContext({ plan }: Pick<ResolvedPlan, 'plan'>): CheckContext {
  return inParts<CheckContext>({
    resolved: () => resolvePlan(plan),
    links: ({ resolved }) => serialLinks(resolved),
    wires: ({ resolved }) => wiresOf(resolved),
    through: ({ resolved, wires }) => throughJoints(resolved, wires),
    circuit: ({ resolved, wires }) => new Circuit(resolved, wires),
    sources: ({ resolved }) => sourcesOf(resolved),
    power: ({ resolved, wires, circuit }) => powerTree(resolved, wires, circuit),
    placed: ({ resolved }) => placedNeeds(resolved),
    fed: ({ resolved, circuit }) => placedSupplies(resolved, placesFed(circuit)),
    clashes: ({ placed }) => clashesOf(placed),
    feeds: ({ resolved, circuit, sources }) =>
      resolved.supplies.map((supply) => ({
        supply,
        source: sources.find(({ place }) => place === placesFed(circuit)[supply.key]),
      })),
    terminal: ({ resolved }) => {
      const terminals = new Map(resolved.parts.map((fitted) => [fitted.id, terminalMap(fitted.device)]))
      return (device, id) => terminals.get(device)?.get(id)
    },
    name:
      ({ resolved }) =>
      (device) =>
        resolved.device(device)?.instance.name ?? device,
  })
}

const placesFed = memo((circuit: Circuit) => circuit.feeds())

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
export function aboutPlaced({ need, placement }: PlacedNeed): Subject[] {
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
