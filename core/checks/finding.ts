import type { Edit } from '../plan'

export type Severity = 'stop' | 'fix' | 'weigh' | 'note'

/** Severities from the gravest on. */
export const severities: readonly Severity[] = ['stop', 'fix', 'weigh', 'note']

export type Family = 'fit' | 'serial' | 'pads' | 'bus' | 'power' | 'ground' | 'level' | 'video' | 'radio' | 'build'

/** Something a finding is about: `need:ID`, `device:ID`, `port:ID`, `pad:ID`, `wire:ID`, `rail:ID` or `supply:ID`. */
export type Subject = string

/** A way out of a finding, as an edit that can be previewed and applied. */
export interface Fix {
  label: string
  edit: Edit
}

/** What a rule says of a plan. */
export interface Finding {
  /** The same for the same fact about the same things. */
  id: string
  rule: string
  severity: Severity
  subjects: Subject[]
  /** The fact with its figures. */
  fact: string
  fixes: Fix[]
}

export interface RuleMeta {
  id: string
  family: Family
  severity: Severity
  title: string
  /** Why it matters. */
  why: string
  /** Which facts it reads, for the reference. */
  reads: string[]
}
