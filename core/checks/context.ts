import type { Device, Terminal } from '../catalogue'
import { sourcesOf, type Source } from '../allocation'
import { powerTree, wiresOf, type PowerTree, type Wire } from '../harness'
import { serialLinks, type SerialLink } from '../links'
import type { FittedDevice, FittedNeed, FittedSupply, ResolvedPlan } from '../plan'
import type { Finding, RuleMeta, Severity } from './finding'

/** All that rules may look at. */
export interface CheckContext {
  resolved: ResolvedPlan
  links: SerialLink[]
  wires: Wire[]
  sources: Source[]
  power: PowerTree
  /** Supply inputs with the source that feeds each, if any. */
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

/** Works out once what the rules share. */
export function checkContext(resolved: ResolvedPlan, wires = wiresOf(resolved)): CheckContext {
  const sources = sourcesOf(resolved)
  const terminals = new Map(resolved.devices.map((fitted) => [fitted.id, terminalMap(fitted.device)]))
  return {
    resolved,
    links: serialLinks(resolved),
    wires,
    sources,
    power: powerTree(resolved, wires),
    feeds: resolved.supplies.map((supply) => ({
      supply,
      source: sources.find((source) => source.place === resolved.plan.supplies[supply.key]),
    })),
    terminal: (device, id) => terminals.get(device)?.get(id),
    name: (device) => resolved.device(device)?.instance.name ?? device,
  }
}

function terminalMap(device: Device): Map<string, Terminal> {
  return new Map(device.terminals.map((terminal) => [terminal.id, terminal]))
}

/** Subjects of a need: itself and its device. */
export function aboutNeed({ key, fitted }: FittedNeed): string[] {
  return [`need:${key}`, `device:${fitted.id}`]
}

/** Subjects of a link: its need, device and port. */
export function aboutLink(link: SerialLink): string[] {
  return [...aboutNeed(link.need), `port:${link.port.id}`]
}

export function aboutSupply({ key, fitted }: FittedSupply): string[] {
  return [`supply:${key}`, `device:${fitted.id}`]
}

export function nameOf(fitted: FittedDevice): string {
  return fitted.instance.name
}

/** What a need is called in a sentence. */
export function needName({ fitted, need }: FittedNeed): string {
  return `${fitted.instance.name} (${need.label})`
}
