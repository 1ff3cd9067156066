import { mdiAlertOctagon, mdiAlert, mdiInformationOutline, mdiRhombusOutline } from '@mdi/js'
import { openFindings, stageOf, type Finding, type Severity, type Stage } from '#core/checks'

/** Shape, colour and word of each severity: octagon, triangle, diamond, circle. */
export const severityLook: Record<Severity, { icon: string; colour: string; word: string; meaning: string }> = {
  stop: { icon: mdiAlertOctagon, colour: 'stop', word: 'Stop', meaning: 'will damage or cannot work' },
  fix: { icon: mdiAlert, colour: 'fix', word: 'Fix', meaning: 'will not work as intended' },
  weigh: { icon: mdiRhombusOutline, colour: 'weigh', word: 'Weigh', meaning: 'works, with a cost' },
  note: { icon: mdiInformationOutline, colour: 'note', word: 'Note', meaning: 'worth knowing' },
}

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

/** Counts by severity as a list, gravest first, none of zero. */
export function gravestFirst(counts: Partial<Record<Severity, number>>): { severity: Severity; count: number }[] {
  return (Object.keys(severityLook) as Severity[])
    .map((severity) => ({ severity, count: counts[severity] ?? 0 }))
    .filter(({ count }) => count > 0)
}
