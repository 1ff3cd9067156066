import { mdiAlertOctagon, mdiAlert, mdiInformationOutline, mdiRhombusOutline } from '@mdi/js'
import type { Severity } from '#core/checks'

/** Shape, colour and word of each severity: octagon, triangle, diamond, circle. */
export const severityLook: Record<Severity, { icon: string; colour: string; word: string; meaning: string }> = {
  stop: { icon: mdiAlertOctagon, colour: 'stop', word: 'Stop', meaning: 'will damage or cannot work' },
  fix: { icon: mdiAlert, colour: 'fix', word: 'Fix', meaning: 'will not work as intended' },
  weigh: { icon: mdiRhombusOutline, colour: 'weigh', word: 'Weigh', meaning: 'works, with a cost' },
  note: { icon: mdiInformationOutline, colour: 'note', word: 'Note', meaning: 'worth knowing' },
}

/** Counts by severity as a list, gravest first, none of zero. */
export function gravestFirst(counts: Partial<Record<Severity, number>>): { severity: Severity; count: number }[] {
  return (Object.keys(severityLook) as Severity[])
    .map((severity) => ({ severity, count: counts[severity] ?? 0 }))
    .filter(({ count }) => count > 0)
}
