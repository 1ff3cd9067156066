import { openFindings, stageOf, type Finding, type Severity, type Stage } from '#core/checks'
import { gravestFirst } from './severityLook'

/** Findings that are counted in a stage. */
export function findingsOf(stage: Stage, findings: Finding[]): Finding[] {
  return findings.filter(({ rule }) => stageOf(rule) === stage)
}

/** How many findings there are of each severity, gravest first, none left out but those of zero. */
export function countBySeverity(findings: Finding[]): { severity: Severity; count: number }[] {
  const counts: Partial<Record<Severity, number>> = {}
  for (const { severity } of openFindings(findings)) counts[severity] = (counts[severity] ?? 0) + 1
  return gravestFirst(counts)
}
