import { PatternError, readBack } from '#core/pasted'
import { intendedState, ledger, setupRounds } from '#core/settings'
import { renderTemplate, TemplateError } from '#core/template'
import { resolvePlan, type Plan } from '#core/plan'
import { parsePlan, readDefinition, readDefinitionsFile, readPlan, type Definition } from '#core/schema'
import { examine } from '../database/examine'
import { answer } from './answer'
import { commonTasks } from './common-tasks'
import type { paperTasks } from './paper-tasks'
import { briefIfAny, replayed } from './replayed'

/** All work that could take long but papers, by name: done by threads of their own, never by the one that answers. */
export const tasks = {
  ...commonTasks,

  /** Looks a version through that is to be saved. */
  replay: (version: Parameters<typeof replayed>[0]) => answer(() => replayed(version)),

  /** Reads the text of a plan file. */
  planFile: (text: string) =>
    answer(() => {
      const plan = parsePlan(text)
      return { plan, brief: briefIfAny(plan) }
    }),

  /** What a list shows of a stored plan. */
  brief: (plan: Plan) => answer(() => briefIfAny(readPlan(plan))),

  /** Reads a file of one definition or of a library. */
  definitionsFile: (text: string): ReturnType<typeof answer<Definition[]>> => answer(() => readDefinitionsFile(text)),

  /** Looks a database file through. */
  examine: ({ file, newest }: { file: string; newest?: number }) => answer(() => examine(file, newest)),

  definition: (value: unknown): ReturnType<typeof answer<Definition>> => answer(() => readDefinition(value)),

  /** What a template makes of a plan; a refusal tells the line. */
  template: ({ plan, text }: { plan: Plan; text: string }) =>
    answer(() => {
      try {
        return { made: renderTemplate(text, resolvePlan(readPlan(plan))) }
      } catch (error) {
        if (error instanceof TemplateError)
          return { wrong: { message: error.message, ...(error.line !== undefined && { line: error.line }) } }
        throw error
      }
    }),

  /** The ledger of what a board printed; a refusal tells what is wrong with the pattern. */
  readBack: ({ plan, text, pattern }: { plan: Plan; text: string; pattern: string }) =>
    answer(() => {
      const resolved = resolvePlan(readPlan(plan))
      const intended = intendedState(setupRounds(resolved))
      try {
        const kept = readBack(text, pattern, intended)
        return { found: Object.keys(kept).length, rows: ledger(resolved.board, intended, {}, kept) }
      } catch (error) {
        if (error instanceof PatternError) return { wrong: error.message }
        throw error
      }
    }),

  /** The board of a plan, and what is to be set on it. */
  boardAsked: (plan: unknown) =>
    answer(() => {
      const resolved = resolvePlan(readPlan(plan))
      return { board: resolved.board, rounds: setupRounds(resolved) }
    }),
}

export type Tasks = typeof tasks & typeof paperTasks
