import { memo } from '../memo'
import type { Need } from '../catalogue'
import type { Candidate, Reason, Verdict, Want } from '../allocation'
import type { CheckContext } from '../checks'
import {
  batteryUse,
  devicesAlive,
  powerStates,
  type BatteryUse,
  type PowerLeaf,
  type PowerNode,
  type PowerState,
  type PowerTree,
} from '../harness'
import { loadOf } from '../links'
import { batteryPlace, splitKey, type MotorCurrents, type Place, type Placement, type ResolvedPlan } from '../plan'

/** A serial port with what is docked on it. */
export interface PortLane {
  port: string
  docked: { need: string; device: string; placement: Placement; load: number; format: string; inverted: boolean }[]
}

/** Current drawn from a source. */
export interface RailLoad {
  place: Place
  label: string
  limit: number
  typical: number
  peak: number
  fed: { device: string; supply: string; typical: number; peak: number }[]
}

/** One cell of the fit grid: what a place is to a need. */
export interface FitCell {
  place: Place
  verdict: 'fits' | 'cost' | 'cannot'
  risk: number
  reasons: Reason[]
}

export interface FitRow {
  key: string
  device: string
  part: string
  label: string
  kind: Need['kind'] | 'supply'
  cells: FitCell[]
}

/** The board's ports in order, each with the links on it. */
export function portLanes(context: CheckContext): PortLane[] {
  return context.resolved.board.ports.map((port) => ({
    port: port.id,
    docked: context.links
      .filter((link) => link.port === port)
      .map((link) => ({ ...link, load: loadOf(link) }))
      .map(({ need, placement, board, load }) => ({
        need: need.key,
        device: need.fitted.id,
        placement,
        load,
        format: board.format,
        inverted: board.inverted,
      })),
  }))
}

/** Each source with the current drawn from it, typical and at peak, rails made from it included. */
export function railLoads({ sources, feeds, power }: CheckContext): RailLoad[] {
  return sources.map((source) => {
    const fed = feeds
      .filter((feed) => feed.source === source)
      .map(({ supply }) => ({
        device: supply.fitted.id,
        supply: supply.supply.id,
        typical: supply.supply.typical,
        peak: supply.supply.peak,
      }))
    const { typical, peak } = power.nodes.find(({ place }) => place === source.place)!
    return { place: source.place, label: source.label, limit: source.limit, typical, peak, fed }
  })
}

/** What each place is to each need: the whole grid, from the verdicts. */
export function fitGrid(wants: Want[]): FitRow[] {
  return wants.map((want) => {
    const [device, part] = splitKey(want.key)
    return {
      key: want.key,
      device,
      part,
      label: want.need?.need.label ?? 'Supply',
      kind: want.need?.need.kind ?? 'supply',
      cells: cellsOf(want.verdicts),
    }
  })
}

/** The same cells for the same verdicts, so that whoever has them need not be sent them again. */
const cellsOf = memo((verdicts: Verdict[]): FitCell[] => verdicts.map(fitCell))

function fitCell({ place, candidates, refusals }: Verdict): FitCell {
  const best = candidates.reduce<Candidate | undefined>(
    (least, candidate) => (!least || candidate.risk < least.risk ? candidate : least),
    undefined,
  )
  if (!best) return { place, verdict: 'cannot', risk: 0, reasons: refusals }
  const { risk } = best
  return { place, verdict: risk ? 'cost' : 'fits', risk, reasons: best.reasons }
}

/** A rail or output of the power tree, as plain values. */
export interface PowerRow extends Omit<PowerNode, 'leaves'> {
  depth: number
  fed: (Pick<PowerLeaf, 'typical' | 'peak' | 'drop' | 'full' | 'empty'> & {
    device: string
    supply: string
    min: number
    max: number
  })[]
}

export interface PowerSummary {
  rows: PowerRow[]
  states: Record<PowerState, { alive: string[]; dead: string[] }>
  /** What the battery, or a bench supply in its place, has to give, and how long it lasts. */
  input: BatteryUse
  motors: MotorCurrents
  unfed: string[]
}

/** The power tree as rows, from the battery on, each source after the one it is made from. */
export function powerSummary(resolved: ResolvedPlan, tree: PowerTree): PowerSummary {
  const rows: PowerRow[] = []
  const add = (node: PowerNode, depth: number): void => {
    if (rows.some(({ place }) => place === node.place)) return
    const { leaves, ...rest } = node
    const fed = leaves.map(({ supply, typical, peak, drop, full, empty }) => ({
      device: supply.fitted.id,
      supply: supply.supply.id,
      min: supply.supply.min,
      max: supply.supply.max,
      typical,
      peak,
      drop,
      full,
      empty,
    }))
    rows.push({ ...rest, depth, fed })
    for (const child of tree.nodes) if (child.parent === node.place) add(child, depth + 1)
  }
  const roots = tree.nodes.filter(({ parent }) => parent === undefined)
  const pack = roots.filter(({ place }) => place === batteryPlace)
  for (const node of [...pack, ...roots]) add(node, 0)
  for (const node of tree.nodes) add(node, 0)
  return {
    rows,
    states: Object.fromEntries(powerStates.map((state) => [state, devicesAlive(tree, state)])) as PowerSummary['states'],
    input: batteryUse(resolved, tree),
    motors: resolved.motors,
    unfed: tree.unfed.map(({ key }) => key),
  }
}
