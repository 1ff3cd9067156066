import type { Edit, Subject, SupplyKey } from '../plan'
import type { Amps } from '../units'
import type { RuleId, Severity } from '../suitability'
import type { Fact } from './facts'
import type { Family } from './families'

/** A way out of a finding, as an edit that can be previewed and applied. */
export interface Fix {
  label: string
  edit: Edit
}

/** A part that passes main current on, which would mend a finding and which the plan does not have: which, is for the catalogue to say. */
export interface PartWish {
  /** What it has to carry. */
  current: Amps
  /** Supply inputs that it is to feed. */
  supplies: SupplyKey[]
  /** What goes with it: wires that were led elsewhere by hand. */
  edits: Edit[]
}

/** What a rule says of a plan. */
export interface Finding {
  /** The same for the same fact about the same things. */
  id: string
  rule: RuleId
  severity: Severity
  subjects: Subject[]
  /** The fact with its figures. */
  fact: string
  fixes: Fix[]
  /** A part of the catalogue that would mend it. */
  wants?: PartWish
  /** Writing the plan to the board settles it. */
  byWriting?: true
  /** Why it is left as it is, where it was accepted; it does not count as open then. */
  accepted?: string
}

export interface RuleMeta {
  id: RuleId
  family: Family
  severity: Severity
  title: string
  /** Why it matters. */
  why: string
  /** Which facts it reads, for the reference; that it does is checked. */
  reads: Fact[]
}

/** Findings that are open: not accepted. */
export function openFindings(findings: readonly Finding[]): Finding[] {
  return findings.filter(({ accepted }) => accepted === undefined)
}
