import { expose } from 'comlink'
import { settle, type Analysis } from '#core/engine'
import type { Plan } from '#core/plan'

/** A plan's analysis, with the assignment it was made for. */
export interface Answer {
  analysis: Analysis
  assignment: Plan['assignment']
  supplies: Plan['supplies']
  /** Time spent in the engine. */
  milliseconds: number
}

const engine = {
  settle(plan: Plan): Answer {
    const start = performance.now()
    const { plan: settled, analysis } = settle(plan)
    return { analysis, assignment: settled.assignment, supplies: settled.supplies, milliseconds: performance.now() - start }
  },
}

export type Engine = typeof engine

expose(engine)
