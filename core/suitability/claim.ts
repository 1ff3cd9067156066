import type { RuleId } from './rule-ids'

/**
 * What a need takes when it is at a place, and the rule by which two takers clash.
 * `alone`: nobody else may have the thing. `alike`: all who have it have it in one
 * and the same way. `share`: so much of it, which has a limit.
 */
export type Claim =
  | { kind: 'alone'; rule: RuleId; thing: string }
  | { kind: 'alike'; rule: RuleId; thing: string; as: string }
  | { kind: 'share'; thing: string; amount: number }

/** Claims nobody else may have. */
export function alone(rule: RuleId, thing: string): Claim {
  return { kind: 'alone', rule, thing }
}

/** Claims a thing that others may have in the same way. */
export function alike(rule: RuleId, thing: string, as: string): Claim {
  return { kind: 'alike', rule, thing, as }
}

/** Claims an amount of something. */
export function share(thing: string, amount: number): Claim {
  return { kind: 'share', thing, amount }
}
