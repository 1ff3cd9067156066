import type { CheckContext, Rule } from './context'
import { severities } from '../suitability'
import type { Finding } from './finding'
import { rules } from './rules'

/** Runs rules over a plan; gravest findings first, then by rule. */
export function check(context: CheckContext, chosen: readonly Rule[] = rules): Finding[] {
  const findings = chosen.flatMap((rule) =>
    [...rule.check(context)].map((report): Finding => {
      const id = `${rule.meta.id}:${report.subjects.join(',')}`
      const severity = report.severity ?? rule.meta.severity
      const given = context.resolved.plan.accepted[id]
      return {
        id,
        rule: rule.meta.id,
        severity,
        subjects: report.subjects,
        fact: report.fact,
        fixes: report.fixes ?? [],
        // What would burn is never accepted, and what reads otherwise now is open again.
        ...(given?.fact === report.fact && severity !== 'stop' ? { accepted: given.reason } : {}),
      }
    }),
  )
  return findings.sort((a, b) => severities.indexOf(a.severity) - severities.indexOf(b.severity) || a.rule.localeCompare(b.rule))
}

/** Findings that are open: not accepted. */
export function openFindings(findings: readonly Finding[]): Finding[] {
  return findings.filter(({ accepted }) => accepted === undefined)
}
