import type { EditGroup } from './kind'

export interface FindingEdits {
  'finding.accept': { finding: string; fact: string; reason: string; by?: string }
  'finding.reopen': { finding: string }
}

/** Findings that are left as they are, each with the reason and the fact that it was accepted on. */
export const findingEdits: EditGroup<FindingEdits> = {
  'finding.accept': {
    apply: (plan, { finding, fact, reason, by }) =>
      void (plan.accepted[finding] = { fact, reason, ...(by === undefined ? {} : { by }) }),
    words: ({ finding }) => `Accept ${finding.split(':')[0]}`,
    shape: ({ finding, prose }) => ({
      finding: finding.required(),
      fact: prose.required(),
      reason: prose.min(1).required(),
      by: prose.max(80),
    }),
  },
  'finding.reopen': {
    apply: (plan, { finding }) => void delete plan.accepted[finding],
    words: ({ finding }) => `Open ${finding.split(':')[0]} again`,
    shape: ({ finding }) => ({ finding: finding.required() }),
  },
}
