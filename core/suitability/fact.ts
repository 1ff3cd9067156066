import type { RuleId } from './rule-ids'

/** How grave something is: it damages or cannot work, will not work as intended, works at a cost, or is worth knowing. */
export type Severity = 'stop' | 'fix' | 'weigh' | 'note'

/** Severities from the gravest on. */
export const severities: readonly Severity[] = ['stop', 'fix', 'weigh', 'note']

/**
 * What a place is to a need or a supply: a rule of the trade with its figures, what
 * it costs, and how grave it is when the plan has it so. The allocator weighs
 * facts, the rule of the same id reports them.
 */
export interface Fact {
  rule: RuleId
  /** The fact with its figures; reads on after the name of the need. */
  text: string
  /** The need cannot be there. */
  impossible: boolean
  /** Points of risk, from 0. */
  cost: number
  /** Missing: a remark, or the rule judges the plan as a whole. */
  severity?: Severity
}

/** A fact that rules a place out. */
export function impossible(rule: RuleId, text: string, severity: 'stop' | 'fix' = 'fix'): Fact {
  return { rule, text, impossible: true, cost: 0, severity }
}

/** A fact that makes a place worse. */
export function costly(rule: RuleId, text: string, cost: number, severity?: Severity): Fact {
  return { rule, text, impossible: false, cost, severity }
}

/** A fact worth a word. */
export function remark(rule: RuleId, text: string): Fact {
  return { rule, text, impossible: false, cost: 0 }
}
