import { layOut, solveProblem, type Allocation, type SearchLimits } from '../allocation'
import { checkAgain, type Checked, type Finding } from '../checks'
import type { Load } from '../electrics'
import type { Wire } from '../harness'
import type { SerialLink } from '../links'
import { sameValue } from '../editing'
import { applyEdit, resolvePlan, type NeedKey, type Plan } from '../plan'
import {
  fitGrid,
  portLanes,
  powerSummary,
  railLoads,
  type FitRow,
  type PortLane,
  type PowerSummary,
  type RailLoad,
} from './summary'

/** Everything the product says of a plan. */
export interface Analysis {
  /** The best allocation there is for the plan as it stands. */
  proposal: Allocation
  /** The plan's own assignment is the proposal. */
  current: boolean
  findings: Finding[]
  wires: Wire[]
  power: PowerSummary
  lanes: PortLane[]
  rails: RailLoad[]
  grid: FitRow[]
  /** Values at both ends of each serial link. */
  links: Record<NeedKey, Pick<SerialLink, 'board' | 'device' | 'feature' | 'function'> & { port: string }>
  /** What flows through each wire of a supply. */
  flows: Record<string, Load>
}

/**
 * Works out allocation, findings, wires and drawing of a plan. A pure function:
 * the same plan gives the same analysis.
 * @throws RangeError when the plan names what it does not hold
 */
export function analyse(plan: Plan, limits: SearchLimits = {}): Analysis {
  const problem = layOut(resolvePlan(plan))
  const proposal = solveProblem(problem, plan, limits)
  return { ...describe(plan), proposal, grid: fitGrid(problem.wants), current: isAdopted(plan, proposal) }
}

/**
 * The same for a plan that allocates by itself: the proposal is taken up first,
 * so that findings and drawing are of the plan as it will stand.
 * @returns the plan with the proposal taken up and its analysis
 */
export function settle(plan: Plan, limits: SearchLimits = {}): { plan: Plan; analysis: Analysis } {
  const problem = layOut(resolvePlan(plan))
  const proposal = solveProblem(problem, plan, limits)
  const settled = plan.automatic && begun(plan) && !isAdopted(plan, proposal) ? adopt(plan, proposal) : plan
  return {
    plan: settled,
    analysis: { ...describe(settled), proposal, grid: fitGrid(problem.wants), current: isAdopted(settled, proposal) },
  }
}

/** Whether anything has been allocated yet. */
export function begun(plan: Plan): boolean {
  return Object.keys(plan.assignment).length > 0
}

/** The plan with an allocation taken up. */
export function adopt(plan: Plan, { assignment, supplies }: Pick<Allocation, 'assignment' | 'supplies'>): Plan {
  return applyEdit(plan, { type: 'assignment.adopt', assignment, supplies })
}

/** What the rules said last, whatever the plan: saves work, and changes no answer. */
let before: Checked | undefined

function describe(plan: Plan) {
  const { findings, context, checked } = checkAgain(plan, before)
  before = checked
  return {
    findings,
    wires: context.wires,
    power: powerSummary(context.resolved, context.power),
    lanes: portLanes(context),
    rails: railLoads(context),
    links: Object.fromEntries(
      context.links.map(({ need, port, board, device, feature, function: does }) => [
        need.key,
        { port: port.id, board, device, feature, function: does },
      ]),
    ),
    flows: Object.fromEntries(context.power.flows),
  }
}

function isAdopted(plan: Plan, { assignment, supplies }: Allocation): boolean {
  return sameValue(plan.assignment, assignment) && sameValue(plan.supplies, supplies)
}
