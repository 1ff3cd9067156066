import { resolvePlan, type Plan } from '#core/plan'
import { papersPdf, type Fonts, type PapersWanted } from '../papers/pdf'
import { answerLater } from './answer'
import { readPlan } from '#core/schema'
import { commonTasks } from './common-tasks'

export interface PapersAsked {
  plan: Plan
  wanted: PapersWanted
  fonts: Fonts
}

/** Work of the threads that write papers. */
export const paperTasks = {
  ...commonTasks,

  /** Papers of a plan as PDF. */
  papers: ({ plan, wanted, fonts }: PapersAsked) => answerLater(() => papersPdf(resolvePlan(readPlan(plan)), wanted, fonts)),
}
