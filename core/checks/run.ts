import type { CheckContext, Rule } from './context'
import { severities } from '../suitability'
import type { Finding } from './finding'
import { rules } from './rules'

/** Runs rules over a plan; gravest findings first, then by rule. */
export function check(context: CheckContext, chosen: readonly Rule[] = rules): Finding[] {
  const findings = chosen.flatMap((rule) =>
    [...rule.check(context)].map((report): Finding => ({
      id: `${rule.meta.id}:${report.subjects.join(',')}`,
      rule: rule.meta.id,
      severity: report.severity ?? rule.meta.severity,
      subjects: report.subjects,
      fact: report.fact,
      fixes: report.fixes ?? [],
    })),
  )
  return findings.sort((a, b) => severities.indexOf(a.severity) - severities.indexOf(b.severity) || a.rule.localeCompare(b.rule))
}
