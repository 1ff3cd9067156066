import { applyEdit, type Edit } from './edit'
import { EditError } from './edits/kind'
import type { Plan } from './plan'
import { sameValue } from '../editing'

/** Sections of a plan in which two plans differ, by name. */
export function sectionsUnlike(one: Plan, other: Plan): (keyof Plan)[] {
  const keys = [...new Set([...Object.keys(one), ...Object.keys(other)])] as (keyof Plan)[]
  return keys.filter((key) => !sameValue(one[key], other[key]))
}

/**
 * Does edits one after another on a plan.
 * @throws EditError that names the number of the edit that does not fit
 */
export function replay(plan: Plan, edits: readonly Edit[]): Plan {
  return edits.reduce((current, edit, at) => {
    try {
      return applyEdit(current, edit)
    } catch (error) {
      if (!(error instanceof EditError)) throw error
      throw new EditError(`edits[${at}]`, error.message)
    }
  }, plan)
}
