import { check, checkContext, rules, type Finding } from '#core/checks'
import { applyEdit, resolvePlan, type Edit, type Plan } from '#core/plan'

/** What one rule says of a plan as it stands. */
export function findingsOf(plan: Plan, rule: string): Finding[] {
  const chosen = rules.filter(({ meta }) => meta.id === rule)
  if (!chosen.length) throw new Error(`there is no rule ${rule}`)
  return check(checkContext(resolvePlan(plan)), chosen)
}

/** The facts a rule states. */
export function factsOf(plan: Plan, rule: string): string[] {
  return findingsOf(plan, rule).map(({ fact }) => fact)
}

/** A plan after some edits. */
export function edited(plan: Plan, ...edits: Edit[]): Plan {
  return edits.reduce(applyEdit, plan)
}

/** Whether the fix of that number makes the rule silent about the same subject. */
export function settledBy(plan: Plan, finding: Finding, fix = 0): boolean {
  const after = applyEdit(plan, finding.fixes[fix]!.edit)
  return !findingsOf(after, finding.rule).some(({ id }) => id === finding.id)
}
