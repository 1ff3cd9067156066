import { mdiAlertOctagon, mdiAlert, mdiInformationOutline, mdiRhombusOutline } from '@mdi/js'
import type { Finding, Severity } from '#core/checks'

/** Shape, colour and word of each severity: octagon, triangle, diamond, circle. */
export const severityLook: Record<Severity, { icon: string; colour: string; word: string; meaning: string }> = {
  stop: { icon: mdiAlertOctagon, colour: 'stop', word: 'Stop', meaning: 'will damage or cannot work' },
  fix: { icon: mdiAlert, colour: 'fix', word: 'Fix', meaning: 'will not work as intended' },
  weigh: { icon: mdiRhombusOutline, colour: 'weigh', word: 'Weigh', meaning: 'works, with a cost' },
  note: { icon: mdiInformationOutline, colour: 'note', word: 'Note', meaning: 'worth knowing' },
}

export type Stage = 'fit-out' | 'allocation' | 'harness'

export const stages: { id: Stage; name: string; families: string[] }[] = [
  { id: 'fit-out', name: 'Fit-out', families: ['PWR'] },
  { id: 'allocation', name: 'Allocation', families: ['FIT', 'SER', 'PAD', 'BUS'] },
  { id: 'harness', name: 'Harness', families: ['GND', 'LVL', 'VID', 'MEC'] },
]

/** Findings that belong to a stage, by the family of their rule. */
export function findingsOf(stage: Stage, findings: Finding[]): Finding[] {
  const { families } = stages.find((one) => one.id === stage)!
  return findings.filter((finding) => families.includes(finding.rule.slice(0, 3)))
}

/** How many findings there are of each severity, gravest first, none left out but those of zero. */
export function countBySeverity(findings: Finding[]): { severity: Severity; count: number }[] {
  return (Object.keys(severityLook) as Severity[])
    .map((severity) => ({ severity, count: findings.filter((finding) => finding.severity === severity).length }))
    .filter(({ count }) => count > 0)
}
