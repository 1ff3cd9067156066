import type { Place, Placement } from '../plan'
import type { Claim } from './claim'
import type { Fact } from './fact'

/** One way of meeting a need or a supply at a place: what speaks against it, and what it takes. */
export interface Way {
  placement: Placement
  facts: Fact[]
  /** The first is the main one: the port's slot, the pad's pin. */
  claims: Claim[]
}

/** What a place offers: at least one way, possible or not. */
export interface Offer {
  place: Place
  ways: Way[]
}

/** Whether a need can be met so. */
export function isPossible({ facts }: Way): boolean {
  return !facts.some((fact) => fact.impossible)
}

/** Points of risk of a way. */
export function costOf({ facts }: Way): number {
  return facts.reduce((sum, fact) => sum + fact.cost, 0)
}
