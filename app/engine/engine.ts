import {
  alternatives,
  compareBoards,
  conflictOf,
  forcePlace,
  layOut,
  possibleAdditions,
  solveProblem,
  waysOut,
  within,
  type Addition,
  type Allocation,
  type Alternative,
  type BoardFit,
  type Conflict,
  type Forced,
  type Problem,
  type WayOut,
} from '#core/allocation'
import type { BoardDefinition, DeviceDefinition, ProtocolDefinition } from '#core/catalogue'
import { settle, type Analysis } from '#core/engine'
import { drawHarness, wiresOf, type HarnessDrawing, type Layers } from '#core/harness'
import { resolvePlan, type Place, type Plan } from '#core/plan'

/** A plan's analysis, with the assignment it was made for. */
export interface Answer {
  analysis: Analysis
  assignment: Plan['assignment']
  supplies: Plan['supplies']
}

/** Why a need has no place, and what to do. */
export interface Deadlock {
  conflict: Conflict
  ways: WayOut[]
}

/** Milliseconds after which each question is answered with the best found so far. */
const patience = { settle: 1500, force: 800, explain: 4000, alternatives: 3000, deadlocks: 4000, board: 700, additions: 8000 }

/** The last plan laid out, for questions that follow each other. */
let last: { text: string; plan: Plan; problem: Problem; base: Allocation } | undefined

function laidOut(plan: Plan) {
  const text = JSON.stringify(plan)
  if (last?.text !== text) {
    const problem = layOut(resolvePlan(plan))
    last = { text, plan, problem, base: solveProblem(problem, plan, within(patience.settle, Date.now)) }
  }
  return last
}

/** Lets messages in between two steps of long work. */
const breathe = () => new Promise<void>((resolve) => setTimeout(resolve, 0))

/** All that the engine answers, on a thread of its own. */
export const engine = {
  settle(plan: Plan): Answer {
    const { plan: settled, analysis } = settle(plan, within(patience.settle, Date.now))
    return { analysis, assignment: settled.assignment, supplies: settled.supplies }
  },

  draw(plan: Plan, layers: Layers): HarnessDrawing {
    const resolved = resolvePlan(plan)
    return drawHarness(resolved, wiresOf(resolved), layers)
  },

  force(plan: Plan, key: string, place: Place): Forced {
    const { problem, base } = laidOut(plan)
    return forcePlace(problem, plan, base, key, place, within(patience.force, Date.now))
  },

  /** What it would mean to put each need at each place that takes it; told need by need. */
  async explain(plan: Plan, keys: string[], tell: (key: string, forced: Forced[]) => void): Promise<void> {
    const { problem, base } = laidOut(plan)
    const limits = within(patience.explain, Date.now)
    for (const key of keys) {
      const verdicts = problem.wants.find((want) => want.key === key)?.verdicts ?? []
      tell(
        key,
        verdicts.map(({ place }) => forcePlace(problem, plan, base, key, place, limits)),
      )
      await breathe()
    }
  },

  alternatives(plan: Plan, count: number): Alternative[] {
    const { problem, base } = laidOut(plan)
    return alternatives(problem, plan, base, count, within(patience.alternatives, Date.now))
  },

  deadlocks(plan: Plan, boards: BoardDefinition[]): Deadlock[] {
    const { problem, base } = laidOut(plan)
    const limits = within(patience.deadlocks, Date.now)
    return base.unmet.map((key) => {
      const conflict = conflictOf(problem, base, key, limits)
      return { conflict, ways: waysOut(problem, base, conflict, boards, limits) }
    })
  },

  /** Tells each board as it is done. */
  async boards(plan: Plan, boards: BoardDefinition[], tell: (fit: BoardFit) => void): Promise<void> {
    for (const board of boards) {
      for (const fit of compareBoards(plan, [board], within(patience.board, Date.now))) tell(fit)
      await breathe()
    }
  },

  async additions(
    plan: Plan,
    devices: DeviceDefinition[],
    protocols: Record<string, ProtocolDefinition>,
    tell: (found: Addition) => void,
  ): Promise<void> {
    for (const found of possibleAdditions(plan, devices, protocols, within(patience.additions, Date.now))) {
      tell(found)
      await breathe()
    }
  },
}

export type Engine = typeof engine
