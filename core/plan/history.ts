import { historyOf, type DocumentKind, type Step as StepOf } from '../editing'
import { applyEdit, describeEdit, inverseOf, type Edit } from './edit'
import { mergePlans } from './merge'
import type { Plan } from './plan'

/** Plans as documents that are edited. */
export const planKind: DocumentKind<Plan, Edit> = {
  apply: applyEdit,
  describe: describeEdit,
  inverse: inverseOf,
  merge: mergePlans,
}

export type Step = StepOf<Edit>
export const { startHistory, doEdit, followUp, undo, redo, rebase, stepTo } = historyOf(planKind)
