import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '../catalogue'
import { additionOf, applyEdit, boardId, idIn, resolvePlan, splitKey, type Edit, type Plan, type ResolvedPlan } from '../plan'
import type { Amps, Grams } from '../units'
import { allocate, type Allocation } from './allocate'
import { drawbacksOf } from './drawbacks'
import { sourcesOf } from '../electrics'
import { ownCurrents } from '../suitability'
import type { SearchLimits } from './packing'
import { compareScores } from './force'
import type { Score } from './problem'

/** How a fit-out sits on one board in one revision. */
export interface BoardFit {
  board: string
  name: string
  revision: string
  firmware: string
  verdict: 'fits' | 'cost' | 'lost'
  score: Score
  /** How many things speak against it as it is. */
  drawbacks: number
  /** Needs and supplies without a place. */
  unmet: string[]
  sparePorts: number
  /** Current left at peak on the board's regulators. */
  spareCurrent: Amps
  mass: Grams
  /** Cells of the battery are within what the board takes. */
  batterySuits: boolean
  proven: boolean
  assignment: Allocation['assignment']
  supplies: Allocation['supplies']
}

/** The edit that moves a plan to a board as it was tried there, allocated. */
export function moveTo(definition: BoardDefinition, { revision, firmware, assignment, supplies }: BoardFit): Edit {
  return {
    type: 'several',
    label: `Move to ${definition.name} rev ${revision}`,
    edits: [
      { type: 'board.choose', definition, revision, firmware },
      { type: 'assignment.adopt', assignment, supplies },
    ],
  }
}

/** What has no place on a board that was tried, each once; its own supply is not that of the board the plan is on. */
export function lossesOn({ unmet }: BoardFit, nameOf: (key: string) => string): string[] {
  return [...new Set(unmet.map((key) => (splitKey(key)[0] === boardId ? 'its own supply' : nameOf(key))))]
}

/** Allocates a plan on every revision of every board given, one after the other. */
export function* compareBoards(plan: Plan, boards: BoardDefinition[], limits: SearchLimits = {}): Iterable<BoardFit> {
  for (const definition of boards) {
    for (const revision of Object.keys(definition.revisions)) yield fitOn(plan, definition, revision, limits)
  }
}

/** Best first: by the objective, then by ports left over. */
export function sortBoards(fits: BoardFit[]): BoardFit[] {
  const lost = (fit: BoardFit) => Number(!fit.batterySuits)
  return [...fits].sort((a, b) => lost(a) - lost(b) || compareScores(a.score, b.score) || b.sparePorts - a.sparePorts)
}

function fitOn(plan: Plan, board: BoardDefinition, revision: string, limits: SearchLimits): BoardFit {
  const firmware = Object.keys(board.firmwares).at(-1)!
  // A copy of its own: what is worked out once for each definition goes with it, instead of staying as long as the board.
  // Frozen, since an edit looks through all it brings that is not, which takes long for a board.
  const definition = Object.freeze({ ...board })
  const moved = applyEdit(plan, { type: 'board.choose', definition, revision, firmware })
  const resolved = resolvePlan(moved)
  const allocation = allocate(resolved, limits)
  const { score, unmet, assignment, supplies, proven } = allocation
  const used = new Set(Object.values(assignment).map(({ place }) => place))
  const { cellsMin, cellsMax } = resolved.board.supply
  return {
    board: definition.id,
    name: definition.name,
    revision,
    firmware,
    verdict: unmet.length ? 'lost' : score.risk > 0 ? 'cost' : 'fits',
    score: { ...score, moves: 0 },
    drawbacks: drawbacksOf(allocation).length,
    unmet,
    sparePorts: resolved.board.ports.filter((port) => port.kind !== 'usb' && !used.has(`port:${port.id}`)).length,
    spareCurrent: spareCurrent(resolved, allocation),
    mass: resolved.board.mass + resolved.devices.reduce((sum, fitted) => sum + fitted.device.mass, 0),
    batterySuits: plan.battery.cells >= cellsMin && plan.battery.cells <= cellsMax,
    proven,
    assignment,
    supplies,
  }
}

function spareCurrent(resolved: ResolvedPlan, { supplies }: Allocation): Amps {
  const own = ownCurrents(resolved)
  return sourcesOf(resolved)
    .filter((source) => idIn('rail', source.place) !== undefined && (source.kind === 'linear' || source.kind === 'switching'))
    .reduce((sum, source) => {
      const drawn = resolved.supplies
        .filter(({ key }) => supplies[key] === source.place)
        .reduce((total, { supply }) => total + supply.peak, own.get(source.place) ?? 0)
      return sum + source.limit - drawn
    }, 0)
}

/** Whether one more device of a kind could be had on the board as it is. */
export interface Addition {
  device: string
  fits: boolean
  unmet: string[]
  /** Points of risk it would add. */
  risk: number
  /** There was time to be sure of it. */
  proven: boolean
}

/**
 * Tries each device of a library as one more wish; the plan's own needs keep their right of way.
 * @param limitsOfOne how far each of them may be searched for
 */
export function* possibleAdditions(
  plan: Plan,
  devices: DeviceDefinition[],
  protocols: Record<string, ProtocolDefinition>,
  limitsOfOne: () => SearchLimits = () => ({}),
): Iterable<Addition> {
  const base = allocate(resolvePlan(plan), limitsOfOne())
  for (const definition of devices) {
    const addition = additionOf(plan, definition, protocols, { priority: 3 })
    const { id } = addition.device
    const { unmet, score, proven } = allocate(resolvePlan(applyEdit(plan, addition)), limitsOfOne())
    const missing = unmet.filter((key) => key.startsWith(`${id}/`))
    yield { device: definition.id, fits: missing.length === 0, unmet: missing, risk: score.risk - base.score.risk, proven }
  }
}
