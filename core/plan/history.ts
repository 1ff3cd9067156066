import { applyEdit, describeEdit, inverseOf, type Edit } from './edit'
import type { Plan } from './plan'

export interface Step {
  label: string
  /** What was done, in order; more than one where the engine's answer belongs to the user's edit. */
  edits: Edit[]
  undo: Edit
}

/** A plan with all that was done to it and can be undone or redone. Immutable. */
export interface History {
  plan: Plan
  done: Step[]
  undone: Step[]
}

/** A history that starts at a plan. */
export function startHistory(plan: Plan): History {
  return { plan, done: [], undone: [] }
}

/** @throws EditError when the edit does not fit. */
export function doEdit(history: History, edit: Edit): History {
  const plan = applyEdit(history.plan, edit)
  if (plan === history.plan) return history
  const label = describeEdit(edit, history.plan)
  return { plan, done: [...history.done, { label, edits: [edit], undo: inverseOf(history.plan, plan, label) }], undone: [] }
}

/**
 * Adds an edit to the last step, so that one undo takes back both. Used for the
 * engine's answer to what the user did.
 */
export function followUp(history: History, edit: Edit): History {
  const last = history.done.at(-1)
  if (!last) return doEdit(history, edit)
  const plan = applyEdit(history.plan, edit)
  if (plan === history.plan) return history
  const before = applyEdit(history.plan, last.undo)
  const step = { ...last, edits: [...last.edits, edit], undo: inverseOf(before, plan, last.label) }
  return { ...history, plan, done: [...history.done.slice(0, -1), step] }
}

/** Takes back the last step; the history itself when there is none. */
export function undo(history: History): History {
  const step = history.done.at(-1)
  if (!step) return history
  return { plan: applyEdit(history.plan, step.undo), done: history.done.slice(0, -1), undone: [...history.undone, step] }
}

/** Does the last undone step again. */
export function redo(history: History): History {
  const step = history.undone.at(-1)
  if (!step) return history
  const plan = step.edits.reduce(applyEdit, history.plan)
  return { plan, done: [...history.done, step], undone: history.undone.slice(0, -1) }
}

export interface Rebase {
  plan: Plan
  applied: Step[]
  refused: { label: string; reason: string }[]
}

/** Applies steps made on another version to this plan; what does not fit is told, not lost. */
export function rebase(onto: Plan, steps: Step[]): Rebase {
  const result: Rebase = { plan: onto, applied: [], refused: [] }
  for (const step of steps) {
    try {
      result.plan = step.edits.reduce(applyEdit, result.plan)
      result.applied.push(step)
    } catch (error) {
      result.refused.push({ label: step.label, reason: (error as Error).message })
    }
  }
  return result
}

/** One step that takes a plan to another, whatever lies between them. */
export function stepTo(from: Plan, to: Plan, label: string): Step {
  return { label, edits: [inverseOf(to, from, label)], undo: inverseOf(from, to, label) }
}
