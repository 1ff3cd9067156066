import type { InjectionKey, Ref } from 'vue'
import type { Analysis } from '#core/engine'
import { resolvePlan, type Plan, type ResolvedPlan } from '#core/plan'

const planKey: InjectionKey<Ref<Plan>> = Symbol('plan')
const analysisKey: InjectionKey<Ref<Analysis>> = Symbol('analysis')

/** Gives a plan to all that is below. */
export function providePlan(plan: Ref<Plan>) {
  provide(planKey, plan)
}

/** Gives the analysis of the plan to all that is below. */
export function provideAnalysis(analysis: Ref<Analysis>) {
  provide(analysisKey, analysis)
}

/** The plan of the page, which shows nothing that wants one before it has one. */
export function usePlan(): Ref<Plan> {
  return within(inject(planKey), 'a plan')
}

/** The plan with its definitions looked up. */
export function useResolved(): Ref<ResolvedPlan> {
  const plan = usePlan()
  return computed(() => resolvePlan(plan.value))
}

/** The analysis of the plan, on pages that wait for it. */
export function useAnalysis(): Ref<Analysis> {
  return within(inject(analysisKey), 'an analysis')
}

function within<T>(found: T | undefined, what: string): T {
  if (found === undefined) throw new Error(`this component stands within ${what}`)
  return found
}
